import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { length } from '../../../job/told'
import { entriesOf } from '../../kinds'

export function record(snapshot: Snapshot): Block[] {
  const laid = entriesOf(snapshot, 'gaskets.gaskets') as unknown as { place: string; thicknessMm: number }[]
  return under(stageTitle('lay-gaskets'), list(laid.map((g) => [g.place, ' ', length(g.thicknessMm)])))
}
