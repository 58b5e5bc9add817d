import type { Content, TableCell } from 'pdfmake/interfaces'
import { readDeck, type Deck } from '#core/works/liners/deck'
import { decisionInForce, optionOf, planRenewals, returnCost } from '#core/works/liners/plan-renewals'
import { routeStages } from '#core/job/route'
import { measuredStages } from '#core/job/stages'
import type { Snapshot } from '#core/job/snapshot'
import { figure, table, title, Writer } from './pdf-writer'
import { profileSvg } from './profile-svg'
import { complaintBlock } from './intake-pdf'
import { word } from './words'

/** Which bores are judged by the window of a shim, where the sheet has one of its own. */
function shimmedLine(w: Writer, deck: Deck): Content[] {
  const own = deck.cylinders.filter((c) => c.window.of === 'shimmed')
  const [first] = own
  if (!first) return []
  const text = word('owner.shimmed', {
    cylinders: own.map((c) => c.cylinder).join(' '),
    min: w.length(first.window.minMm),
    max: w.withUnit(first.window.maxMm),
  })
  return [{ text, fontSize: 10 }]
}

/** One, some or all, with the choice that was made marked. */
function choicesBlock(w: Writer): Content[] {
  if (!routeStages(w.snapshot).includes('decide')) return []
  const decided = decisionInForce(w.snapshot)
  const plan = planRenewals(w.snapshot, decided?.costs)
  const { options, cheapest, breakEven } = plan
  // A page, not a book: the extremes, the cheapest, the chosen one and its neighbours.
  const chosen = decided ? optionOf(plan, decided.renew) : -1
  const wanted = new Set([0, cheapest, options.length - 1, ...(chosen >= 0 ? [chosen - 1, chosen, chosen + 1] : [])])
  const rows = options.flatMap((o, i): TableCell[][] =>
    wanted.has(i)
      ? [
          [
            {
              text: `${word('decide.renew-n', { n: o.renew.length })}${i === cheapest ? ` (${word('decide.cheapest')})` : ''}`,
              fontSize: 10,
              bold: i === chosen,
            },
            figure(o.renew.join(' ') || '—', { alignment: 'left' }),
            figure(w.money(o.nowCost)),
            figure(`${(o.comebackChance * 100).toFixed(1)} %`),
            figure(w.money(o.expectedCost), { bold: i === chosen }),
          ],
        ]
      : [],
  )
  const at = chosen >= 0 ? chosen : cheapest
  return [
    title(word('owner.choices')),
    table(
      [
        word('decide.option'),
        word('decide.which'),
        word('decide.now'),
        word('decide.comeback'),
        word('decide.expected'),
      ],
      rows,
      [140, '*', 66, 66, 76],
    ),
    ...(breakEven[at] != null
      ? [
          {
            text: word('decide.even-line', {
              money: w.money(breakEven[at]!),
              now: w.money(returnCost(decided?.costs ?? w.snapshot.renewalCosts)),
            }),
            fontSize: 9,
            margin: [0, 3, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    ...(decided
      ? [
          {
            text: word('owner.decided', { which: decided.renew.join(', ') || '—', words: decided.words }),
            bold: true,
            margin: [0, 4, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
  ]
}

/** What was done, in a few lines an owner reads. */
export function doneLines(snapshot: Snapshot): string[] {
  const { cuts, shimFits, presses, sealFits } = snapshot
  const own = <T extends { struck: unknown; cylinder: number }>(all: readonly T[]) =>
    [...new Set(all.filter((e) => !e.struck).map((e) => e.cylinder))].sort((a, b) => a - b).join(', ')
  const facts: [string, string][] = [
    ['owner.cut', own(cuts)],
    ['owner.shim', own(shimFits.filter((f) => f.shimId !== null))],
    ['owner.seals', own(sealFits.filter((s) => s.step === 'on'))],
    ['owner.pressed', own(presses)],
  ]
  return facts.filter(([, cylinders]) => cylinders !== '').map(([key, cylinders]) => word(key, { cylinders }))
}

/** How the deck stands now, and what was chosen of what could be renewed. */
export function ownerStands(w: Writer): Content[] {
  const { snapshot } = w
  const decks = measuredStages.map((stage) => readDeck(snapshot, stage))
  const last = [...decks].reverse().find((d) => d.cylinders.some((c) => c.set)) ?? decks[0]!
  const inside = last.cylinders.filter((c) => c.verdictAmong === 'in').length
  return [
    ...complaintBlock(w),
    title(word(last === decks[0] ? 'record.profile-only' : 'record.profile', { stage: word(`stage.${last.stage}`) })),
    { svg: profileSvg(snapshot, last, decks[0]!, (mm) => w.length(mm)), width: 515 },
    {
      text: word('owner.stand', {
        inside,
        of: last.cylinders.length,
        stage: word(`stage.${last.stage}`),
        min: w.length(snapshot.sheet.limits.minMm),
        max: w.withUnit(snapshot.sheet.limits.maxMm),
      }),
      fontSize: 10,
      margin: [0, 3, 0, 0],
    },
    ...shimmedLine(w, last),
    ...choicesBlock(w),
  ]
}
