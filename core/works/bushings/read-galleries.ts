import type { Snapshot } from '../../job/snapshot'
import type { WipeFind } from './kinds'
import { bushingEntries, lastOf, sectionOf } from './read-bushings'
import type { BushingSection, Passage } from './section'

/** A passage of the oil circuit as it stands. */
export interface PassageState {
  passage: Passage
  wipes: readonly WipeFind[]
  /** Clean wipes running, up to now; and how many there must be. */
  clean: number
  needed: number
  done: boolean
  plugOut: boolean
  /** Passages before it that are not clean: what is washed through now would carry their dirt on. */
  blockedBy: string[]
}

/** The passages in the order of the oil, from where it comes. */
export function inFlow({ passages }: Pick<BushingSection, 'passages'>): Passage[] {
  const left = [...passages]
  const ordered: Passage[] = []
  while (left.length > 0) {
    // One that nothing which is left leads into; round a ring, the first of them.
    const at = Math.max(
      0,
      left.findIndex((p) => !left.some((q) => q !== p && q.to === p.from)),
    )
    ordered.push(...left.splice(at, 1))
  }
  return ordered
}

/** The passages that lead to a node, from the pump on. */
export function upstreamOf({ passages }: Pick<BushingSection, 'passages'>, node: string): Passage[] {
  const found = new Set<Passage>()
  const follow = (to: string): void => {
    for (const p of passages)
      if (p.to === to && !found.has(p)) {
        found.add(p)
        follow(p.from)
      }
  }
  follow(node)
  return passages.filter((p) => found.has(p))
}
/** The passages that a node's oil goes on through, by their marks. */
export function downstreamOf({ passages }: Pick<BushingSection, 'passages'>, node: string): string[] {
  const found = new Set<Passage>()
  const follow = (from: string): void => {
    for (const p of passages)
      if (p.from === from && !found.has(p)) {
        found.add(p)
        follow(p.to)
      }
  }
  follow(node)
  return passages.filter((p) => found.has(p)).map((p) => p.id)
}

/** Since when wipes count: a ledge cut after them brought new chips. */
function dirtiedSeq(snapshot: Snapshot): number {
  return Math.max(-1, ...snapshot.cuts.filter((c) => c.struck === null).map((c) => c.seq))
}

/** Whether grinding, washing and painting of the block was signed as done, and nothing was cut since. */
export function blockWorkDone(snapshot: Snapshot): boolean {
  const said = lastOf(snapshot, 'blockDone')
  return said !== null && said.seq > dirtiedSeq(snapshot)
}
/** Whether a cut made what was cleaned dirty again. */
export const cutSince = (snapshot: Snapshot): boolean => {
  const said = lastOf(snapshot, 'blockDone')
  return said !== null && said.seq < dirtiedSeq(snapshot)
}

/** Every passage as it stands, in the order of the oil. */
export function readGalleries(snapshot: Snapshot): PassageState[] {
  const section = sectionOf(snapshot)
  if (!section) return []
  const since = dirtiedSeq(snapshot)
  const wipes = bushingEntries(snapshot, 'wipes').filter((w) => w.seq > since)
  const plugs = bushingEntries(snapshot, 'plugs')
  const states = inFlow(section).map((passage): PassageState => {
    const own = wipes.filter((w) => w.passage === passage.id).map((w) => w.found)
    const clean = own.length - 1 - own.findLastIndex((f) => f !== 'clean')
    const needed = passage.deadEnd ? Math.max(section.cleanWipes, section.deadEndWipes) : section.cleanWipes
    const plugOut = passage.plug !== null && (plugs.findLast((p) => p.passage === passage.id)?.out ?? false)
    return { passage, wipes: own, clean, needed, done: clean >= needed, plugOut, blockedBy: [] }
  })
  return states.map((s) => ({
    ...s,
    blockedBy: upstreamOf(section, s.passage.from)
      .filter((p) => !states.find((o) => o.passage === p)!.done)
      .map((p) => p.id),
  }))
}

/** Passages before a housing that are not clean yet: its bushing waits for them. */
export function dirtyBefore(snapshot: Snapshot, place: string): string[] {
  const section = sectionOf(snapshot)
  if (!section) return []
  const states = readGalleries(snapshot)
  return upstreamOf(section, place)
    .filter((p) => !states.find((o) => o.passage === p)!.done)
    .map((p) => p.id)
}
