import type { Content, TableCell } from 'pdfmake/interfaces'
import { readDeck } from '#core/works/liners/deck'
import { decisionInForce, optionOf, planRenewals, returnCost } from '#core/works/liners/plan-renewals'
import { isClosed, routeStages } from '#core/job/route'
import { sealState, signatureOf } from '#core/job/seal'
import { measuredStages } from '#core/job/stages'
import type { Snapshot } from '#core/job/snapshot'
import {
  figure,
  imageOf,
  lines,
  paperOf,
  print,
  table,
  title,
  unshownPhotos,
  Writer,
  type Printable,
  type RecordOptions,
} from './pdf-writer'
import { profileSvg } from './profile-svg'
import { complaintBlock, takenInBlock } from './intake-pdf'
import { word } from './words'

const money = (value: number) => Math.round(value).toLocaleString('en')

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
            figure(money(o.nowCost)),
            figure(`${(o.comebackChance * 100).toFixed(1)} %`),
            figure(money(o.expectedCost), { bold: i === chosen }),
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
              money: money(breakEven[at]!),
              now: money(returnCost(decided?.costs ?? w.snapshot.renewalCosts)),
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
function doneLines(snapshot: Snapshot): string[] {
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

/**
 * One page for the owner: why it came in, what the deck said, what was decided and done, how
 * it stands now, and who answers for it.
 */
export function ownerPdf(snapshot: Snapshot, options: RecordOptions, photos: Printable): Promise<Buffer> {
  const w = new Writer(snapshot, options)
  return print(paperOf(w, word('owner.title'), ownerContent(w, photos)))
}

/** What stands on the owner's page. */
export function ownerContent(w: Writer, photos: Printable): Content[] {
  const { snapshot } = w
  const decks = measuredStages.map((stage) => readDeck(snapshot, stage))
  const last = [...decks].reverse().find((d) => d.cylinders.some((c) => c.set)) ?? decks[0]!
  const signature = isClosed(snapshot, 'record') ? signatureOf(snapshot) : null
  const first = snapshot.photos.filter((p) => !p.struck).slice(0, 3)
  const shown = first.filter((p) => photos.has(p.id))
  const inside = last.cylinders.filter((c) => c.verdictAmong === 'in').length
  return [
    { text: word('owner.title'), fontSize: 9, color: '#565B5F' },
    { text: snapshot.job.title, fontSize: 20, bold: true },
    { text: `${snapshot.engine.name} · ${word('record.number', { number: snapshot.job.number })}`, fontSize: 11 },
    ...takenInBlock(w),
    ...(snapshot.job.complaint
      ? [
          {
            text: `“${snapshot.job.complaint}”`,
            fontSize: 11,
            margin: [0, 4, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
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
    ...choicesBlock(w),
    ...(shown.length > 0
      ? [
          {
            columns: shown.map((p) => ({
              stack: [
                { image: imageOf(photos, p.id), fit: [160, 100] as [number, number] },
                { text: p.words, fontSize: 8 },
              ],
            })),
            columnGap: 8,
            margin: [0, 8, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    ...unshownPhotos(first, photos),
    title(word('owner.done')),
    lines(doneLines(snapshot), word('owner.nothing-done')),
    signature
      ? {
          text:
            word('record.signed', {
              name: w.person(signature.personId),
              when: w.closedAt(signature),
              mark: signature.hash.slice(0, 12),
            }) + (sealState(snapshot, signature) === 'broken' ? ` ${word('record.seal-broken')}` : ''),
          bold: true,
          margin: [0, 8, 0, 0],
        }
      : { text: word('owner.unsigned'), bold: true, color: '#A23B2A', margin: [0, 8, 0, 0] },
    { text: word('record.deference'), fontSize: 8.5, margin: [0, 4, 0, 0] },
  ]
}
