import { list, stageTitle, under, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { word } from '../../../job/told'
import { lastOf } from '../read-front'
import { readTop } from './read'

const tenth = (deg: number) => Math.round(deg * 10) / 10

export function record(snapshot: Snapshot): Block[] {
  const top = readTop(snapshot)
  const read = lastOf(snapshot, 'tops')
  if (!top || !read) return []
  const at = word('front.top-at', { deg: tenth(top.tdcDeg) })
  const off = word('front.pointer-off', { deg: tenth(top.pointerErrorDeg) })
  return under(
    stageTitle('tdc'),
    list([
      [word('front.stops'), `: ${read.forwardDeg}°, ${read.backwardDeg}°`],
      [at, '; ', off],
      ...(lastOf(snapshot, 'pointers', read.seq) ? [word('front.pointer-set')] : []),
    ]),
  )
}
