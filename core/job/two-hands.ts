import { bySeq } from './order'
import { sameSpot, spotOf } from './place'
import { readingsBySet } from './readings-by-set'
import type { ReadingSet, Snapshot } from './snapshot'

/**
 * Sets of a spot as one person has them in hand: their own open one is the last, whoever else began
 * another beside it. Without a person as they were begun.
 */
export function inHand(sets: readonly ReadingSet[], me: string | undefined): ReadingSet[] {
  const begun = [...sets].sort(bySeq)
  const last = begun.at(-1)
  if (!me || !last || last.personId === me || last.closed) return begun
  const own = begun.findLast((s) => s.personId === me && s.closed === null)
  return own ? [...begun.filter((s) => s !== own), own] : begun
}

/** Sets of the same spot that somebody else read at the same time, nothing having been changed there between. */
export function rivalsOf(snapshot: Snapshot, set: ReadingSet): ReadingSet[] {
  const read = readingsBySet(snapshot)
  const changedAt = [...snapshot.cuts, ...snapshot.shimFits].flatMap((c) =>
    c.struck === null && c.cylinder === set.cylinder ? [c.seq] : [],
  )
  const endedBefore = (a: ReadingSet, b: ReadingSet) => a.closed !== null && a.closed.at <= b.at
  return snapshot.sets.filter((other) => {
    if (other.id === set.id || other.stage !== set.stage || !sameSpot(spotOf(other), spotOf(set))) return false
    if (other.struck || set.struck || other.personId === set.personId || !read.has(other.id) || !read.has(set.id))
      return false
    const [first, second] = other.seq < set.seq ? [other, set] : [set, other]
    const between = changedAt.some((seq) => seq > first.seq && seq < second.seq)
    return !between && !endedBefore(first, second)
  })
}
