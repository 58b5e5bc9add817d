import type { Snapshot } from './snapshot'

/**
 * A reading of a job that is made once for each snapshot and each set of what it is asked with, however often a page, a
 * gate and a move ask for it. A snapshot never changes: each act makes a new one, and what was read of the old one goes
 * with it.
 *
 * @param read what is read; it changes nothing, and nobody changes what it answers
 */
export function onceASnapshot<Asked extends readonly (string | number | null | undefined)[], Answer>(
  read: (snapshot: Snapshot, ...asked: Asked) => Answer,
): (snapshot: Snapshot, ...asked: Asked) => Answer {
  const known = new WeakMap<Snapshot, Map<string, Answer>>()
  return (snapshot, ...asked) => {
    let own = known.get(snapshot)
    if (!own) known.set(snapshot, (own = new Map<string, Answer>()))
    const key = asked.map(String).join('\u0000')
    if (own.has(key)) return own.get(key)!
    const answer = read(snapshot, ...asked)
    own.set(key, answer)
    return answer
  }
}
