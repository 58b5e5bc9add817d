import type { Ask } from '#core/job/ask'
import type { Doing } from '#core/works/stage-logic'
import { sayAsk } from '#contract/words/say-ask'
import type { Said } from '#contract/words/say-move'
import { write, textOf } from './blanks'

/** What is wrong with what a turn asks: no words, a blank that nothing fills, no quantity, two of one key or of one spot. */
export function askFaults(doing: Doing): string[] {
  const asks = doing.asks({})
  const twice = (of: (ask: Ask) => string | null) => {
    const all = asks.flatMap((a) => of(a) ?? [])
    return all.filter((x, i) => all.indexOf(x) !== i).map((x) => `${doing.entry} asks ${x} twice`)
  }
  const unsaid = asks.flatMap((ask) => {
    const said: Said = sayAsk(doing.entry, ask, doing, write)
    const text = textOf(said.key)
    if (typeof text !== 'string') return [`${said.key} has no words`]
    const filled = { ...said.params, ...said.words }
    const blanks = [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!)
    return blanks.filter((b) => !(b in filled)).map((b) => `${said.key}: nothing fills {${b}}`)
  })
  const options = asks.flatMap((a) =>
    a.is === 'choice'
      ? a.options.filter((o) => typeof textOf(`${a.words}.${o}`) !== 'string').map((o) => `${a.words}.${o}`)
      : [],
  )
  const bare = asks.filter((a) => a.is === 'figure' && (a.quantity === null || a.most === Infinity)).map((a) => a.key)
  return [...twice((a) => a.key), ...twice((a) => a.spot), ...unsaid, ...options, ...bare]
}
