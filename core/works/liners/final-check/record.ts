import { list, text, title, type Block } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { word } from '../../../job/told'
import { compareWithDry } from '../compare-dry'
import { shiftTold } from '../told'

/** The final check against the dry fit, where something has moved. */
export function record(snapshot: Snapshot): Block[] {
  const compared = compareWithDry(snapshot)
  if (compared.length === 0) return []
  const moved = compared.filter((c) => c.cause !== 'same').map(shiftTold)
  return [title(word('dry.name')), ...(moved.length > 0 ? list(moved) : [text(word('record.dry-same'))])]
}
