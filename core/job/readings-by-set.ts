import { onceASnapshot } from './once'
import { bySeq } from './order'
import type { TakenReading } from './snapshot'

/** The readings that stand, by their sets, each in the order taken. */
export const readingsBySet = onceASnapshot((snapshot) => {
  const found = new Map<string, TakenReading[]>()
  for (const r of snapshot.readings) {
    if (r.struck !== null) continue
    const own = found.get(r.setId)
    if (own) own.push(r)
    else found.set(r.setId, [r])
  }
  for (const own of found.values()) own.sort(bySeq)
  return found
})
