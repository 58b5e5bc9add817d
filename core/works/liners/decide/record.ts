import { figures, numbers, table, text, title, words, type Block } from '../../../job/record-blocks'
import { routeStages } from '../../../job/route'
import type { Snapshot } from '../../../job/snapshot'
import { NONE, word, type Told } from '../../../job/told'
import { decisionInForce, optionOf, planRenewals, returnCost } from '../plan-renewals'

const percent = (share: number) => (share * 100).toFixed(1)
const which = (renew: readonly number[]) => renew.join(', ') || NONE

export function record(snapshot: Snapshot): Block[] {
  const decided = decisionInForce(snapshot)
  if (!decided) return []
  const told = word('record.decided', {
    which: which(decided.renew),
    now: Math.round(decided.nowCost),
    percent: percent(decided.comebackChance),
    expected: Math.round(decided.expectedCost),
    name: { person: decided.personId, at: decided.at },
    when: { time: decided.at },
  })
  return [title(word('record.decision')), text([told, ` ${decided.words}`])]
}

/** For the owner: one, some or all, with the choice that was made marked. */
export function choices(snapshot: Snapshot): Block[] {
  if (!routeStages(snapshot).includes('decide')) return []
  const decided = decisionInForce(snapshot)
  const plan = planRenewals(snapshot, decided?.costs)
  const { options, cheapest, breakEven } = plan
  // A page, not a book: the extremes, the cheapest, the chosen one and its neighbours.
  const chosen = decided ? optionOf(plan, decided.renew) : -1
  const wanted = new Set([0, cheapest, options.length - 1, ...(chosen >= 0 ? [chosen - 1, chosen, chosen + 1] : [])])
  const rows = options.flatMap((o, i) => {
    if (!wanted.has(i)) return []
    const bold = i === chosen
    const name: Told = word('decide.renew-n', { n: o.renew.length })
    return [
      [
        { told: i === cheapest ? [name, ' (', word('decide.cheapest'), ')'] : name, bold },
        o.renew.join(' ') || NONE,
        { money: o.nowCost },
        `${percent(o.comebackChance)} %`,
        { told: { money: o.expectedCost }, bold },
      ],
    ]
  })
  const columns = [
    words(word('decide.option'), 140),
    numbers(word('decide.which'), '*'),
    figures(word('decide.now'), 66),
    figures(word('decide.comeback'), 66),
    figures(word('decide.expected'), 76),
  ]
  const even = breakEven[chosen >= 0 ? chosen : cheapest] ?? null
  const now = returnCost(decided?.costs ?? snapshot.renewalCosts)
  return [
    title(word('owner.choices')),
    ...table('choices', columns, rows),
    ...(even === null ? [] : [text(word('decide.even-line', { money: { money: even }, now: { money: now } }))]),
    ...(decided
      ? [
          {
            is: 'text' as const,
            told: word('owner.decided', { which: which(decided.renew), words: decided.words }),
            bold: true as const,
          },
        ]
      : []),
  ]
}
