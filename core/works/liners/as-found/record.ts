import { figures, list, numbers, table, title, words, under, type Block, type Cell } from '../../../job/record-blocks'
import type { Snapshot } from '../../../job/snapshot'
import { measuredStages } from '../../../job/stages'
import { joined, length, NONE, withUnit, word, type Told } from '../../../job/told'
import { clockHour } from '../../../measure/angle'
import { readDeck, type CylinderState, type Deck } from '../deck'
import { isComplainedOf, readComplaint } from '../read-complaint'
import { complaintTold, leanTold } from '../told'

/** The deck that counts on the record: the last one on which anything was measured. */
export function lastDeck(snapshot: Snapshot): { deck: Deck; isFirst: boolean } {
  const decks = measuredStages.map((stage) => readDeck(snapshot, stage))
  const deck = [...decks].reverse().find((d) => d.cylinders.some((c) => c.set)) ?? decks[0]!
  return { deck, isFirst: deck === decks[0] }
}

/** The profile of the deck that counts, under its name. */
export function profileBlocks(snapshot: Snapshot): Block[] {
  const { deck, isFirst } = lastDeck(snapshot)
  const stage = word(`stage.${deck.stage}`)
  return [
    title(word(isFirst ? 'record.profile-only' : 'record.profile', { stage })),
    { is: 'profile', stage: deck.stage },
  ]
}

/** What protrusion as found says of the complaint. */
export function complaintBlocks(snapshot: Snapshot): Block[] {
  if (!isComplainedOf(snapshot)) return []
  const { signs, unexplained } = readComplaint(snapshot)
  const told = complaintTold(signs.filter((s) => s.code !== 'not-measured')).map((s) => s.told)
  if (told.length === 0) return []
  const complaints = joined(unexplained.map((c) => word(`complaint.${c}`)))
  return [
    title(word('sign.name')),
    ...list(unexplained.length > 0 ? [...told, word('sign.unexplained', { complaints })] : told),
  ]
}

function stationsTold({ changed, stations, window: { minMm, maxMm } }: CylinderState): Told {
  if (changed || stations.every((s) => s.valueMm === null)) return NONE
  return joined(
    stations.map((s) => (s.valueMm === null ? '·' : length(s.valueMm, [minMm, maxMm]))),
    '  ',
  )
}

/** What became of each bore, in a line: found, cut, shimmed, and how it stood dry and at the end. */
function summary(snapshot: Snapshot): Block[] {
  const { deck, isFirst } = lastDeck(snapshot)
  if (isFirst) return []
  const [found, dry, final] = measuredStages.map((stage) => readDeck(snapshot, stage))
  const meanOf = (of: Deck | undefined, cylinder: number) =>
    of?.cylinders.find((c) => c.cylinder === cylinder)?.judgement?.meanMm
  const rows = deck.cylinders.map((state) => {
    const { cylinder } = state
    const made = dry?.cylinders.find((c) => c.cylinder === cylinder)
    return [
      cylinder,
      length(meanOf(found, cylinder)),
      length(made?.cutTotalMm || null),
      length(made?.shimIn?.thicknessMm),
      length(meanOf(dry, cylinder)),
      length(meanOf(final, cylinder)),
      verdictCell(state),
    ]
  })
  const columns = [
    numbers(word('record.cylinder'), 30),
    figures(word('stage.as-found'), '*'),
    figures(word('record.cut-column'), '*'),
    figures(word('record.shim-column'), '*'),
    figures(word('stage.trial-fit'), '*'),
    figures(word('stage.final-check'), '*'),
    words(word('record.verdict'), 62),
  ]
  return table('bores', columns, rows)
}

/** How a bore lies, with the place of its mean between the limits. */
function verdictCell({ judgement, verdict, window: { minMm, maxMm } }: CylinderState): Cell {
  return {
    told: verdict ? word(`verdict.${verdict}`) : NONE,
    verdict,
    bold: verdict === 'out',
    window: judgement && verdict ? { valueMm: judgement.meanMm, minMm, maxMm, verdict } : null,
  }
}

/** Each cylinder, from as found to the last that was measured of it. */
function readings(snapshot: Snapshot): Block[] {
  const decks = measuredStages.map((stage) => readDeck(snapshot, stage))
  const rows = snapshot.engine.heads.flat().flatMap((cylinder) =>
    decks.flatMap((deck): (Told | Cell)[][] => {
      const state = deck.cylinders.find((c) => c.cylinder === cylinder)
      if (!state?.set) return []
      const { judgement, plane } = state
      return [
        [
          cylinder,
          word(`stage.${deck.stage}`),
          stationsTold(state),
          length(judgement?.meanMm),
          judgement && plane ? leanTold(plane.tiltMm, plane.highAtDeg) : NONE,
          verdictCell(state),
        ],
      ]
    }),
  )
  const columns = [
    numbers(word('record.cylinder'), 30),
    words(word('record.stage'), 60),
    numbers(word('record.stations', { clocks: snapshot.stationsDeg.map(clockHour).join(' · ') }), '*'),
    figures(word('figures.mean'), 44),
    figures(word('record.lean'), 78),
    words(word('record.verdict'), 62),
  ]
  return under(title(word('record.readings')), table('readings', columns, rows))
}

/** Steps between neighbours, and how far each head's liners lie apart. */
function steps(snapshot: Snapshot): Block[] {
  const { deck } = lastDeck(snapshot)
  const { adjacentMaxMm, headRangeMaxMm } = snapshot.sheet.limits
  const told = (name: string, all: readonly Told[]): Told[] =>
    all.length > 0 ? [[word(name), '  ', joined(all, '   ')]] : []
  const adjacent = deck.judgement.adjacent.map((s): Told => [
    `${s.a}–${s.b}: `,
    length(Math.abs(s.differenceMm), [adjacentMaxMm ?? 0]),
    ' ',
    word(`verdict.${s.verdict}`),
  ])
  const heads = deck.judgement.heads.map((h): Told => [
    `${h.cylinders.join(' ')}: `,
    length(h.rangeMm, [headRangeMaxMm ?? 0]),
    ' ',
    word(`verdict.${h.verdict}`),
  ])
  return list([...told('record.steps', adjacent), ...told('record.heads', heads)])
}

/** Where the limits were copied from, as far as it is known. */
function sourceTold({ sheet: { source, version, page, copiedOn, personId } }: Snapshot): Told {
  const copied: Told[] = [
    ...(copiedOn ? [word('record.source-copied', { day: copiedOn })] : []),
    ...(personId ? [word('record.source-by', { name: { person: personId } })] : []),
  ]
  return joined([
    ...(source ? [source] : []),
    ...(page ? [word('record.source-page', { page })] : []),
    ...(copied.length > 0 ? [joined(copied, ' ')] : []),
    word('record.version', { version }),
  ])
}

/** The limits everything is judged by; what nobody filled in is left out. */
function limits(snapshot: Snapshot): Block[] {
  const { limits: of, links, sections } = snapshot.sheet
  const window = ({ minMm, maxMm, aimMm }: { minMm: number; maxMm: number; aimMm: number }): Told => [
    [length(minMm), ' – ', length(maxMm), ', '],
    [word('record.aim'), ' ', withUnit(aimMm)],
  ]
  const shimmed = sections.liners?.shimmed
  const most = (['withinLinerMaxMm', 'adjacentMaxMm', 'headRangeMaxMm'] as const).flatMap((name) => {
    const mm = of[name]
    return mm === null ? [] : [[word(`engine.limit.${name}`), withUnit(mm)] as const]
  })
  const stack = joined(
    links.map((l): Told => [word(`link.${l.kind}`), ' ', length(l.nominalMm)]),
    ' · ',
  )
  return [
    title(word('record.limits')),
    {
      is: 'facts',
      rows: [
        [word('record.window'), window(of)],
        ...(shimmed ? [[word('figures.window.shimmed'), window(shimmed)] as const] : []),
        ...most,
        ...(of.holdDownNm === null ? [] : [[word('engine.limit.holdDownNm'), { nm: of.holdDownNm }] as const]),
        ...(links.length > 0 ? [[word('engine.stack'), stack] as const] : []),
        [word('engine.source'), sourceTold(snapshot)],
      ],
    },
  ]
}

/** The deck as it was found and as it is: profile, every reading, steps, and the limits it is judged by. */
export const record = (snapshot: Snapshot): Block[] => [
  ...profileBlocks(snapshot),
  ...summary(snapshot),
  ...readings(snapshot),
  ...steps(snapshot),
  ...limits(snapshot),
  ...complaintBlocks(snapshot),
]
