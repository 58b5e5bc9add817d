import type { Move } from '#core/job/move'
import { en } from '#contract/words/all'
import { sayMove, type Said } from '#contract/words/say-move'

export const write = {
  length: (mm: number) => mm.toFixed(3),
  rough: (mm: number) => mm.toFixed(0),
  pressure: (kPa: number) => `${kPa / 100} bar`,
  torque: (nm: number) => `${nm} N·m`,
  force: (n: number) => `${n / 1000} kN`,
  whole: (n: number) => n.toFixed(0),
  money: (n: number) => n.toFixed(0),
  leaves: (l: readonly number[]) => l.join(' + '),
  list: (items: readonly string[]) => items.join(', '),
}
export const textOf = (key: string) =>
  key.split('.').reduce<unknown>((node, name) => (node as Record<string, unknown>)?.[name], en)

/** What is wrong with the sentences of a move: a message that is not there, or a blank that nothing fills. */
export function faultsOf(move: Move): string[] {
  const { head, why, caution, button } = sayMove(move, write)
  const faults = (said: Said | null): string[] => {
    if (!said) return []
    const text = textOf(said.key)
    if (typeof text !== 'string') return [`${said.key} has no words`]
    const filled = { ...said.params, ...said.words }
    const blanks = [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!)
    const wordless = Object.values(said.words ?? {}).filter((key) => typeof textOf(key) !== 'string')
    return [
      ...blanks.filter((b) => !(b in filled)).map((b) => `${said.key}: nothing fills {${b}}`),
      ...wordless.map((key) => `${key} has no words`),
    ]
  }
  return [head, why, caution, button].flatMap(faults)
}
