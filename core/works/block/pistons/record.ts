import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { word } from '../../../job/told'
import { blockAt } from '../entries'
import { photographed } from './steps'

export function record(snapshot: Snapshot): Block[] {
  const out = snapshot.engine.heads.flat().filter((c) => blockAt(snapshot, 'pistons', c))
  if (out.length === 0) return []
  const told = [word('block.record-out', { cylinders: out.join(' ') })]
  return under(stageTitle('pistons-out'), list(photographed(snapshot) ? [...told, word('block.record-photo')] : told))
}
