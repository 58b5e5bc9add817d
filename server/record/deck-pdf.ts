import { bySeq } from '#core/job/order'
import type { Content, TableCell } from 'pdfmake/interfaces'
import { readDeck, type CylinderState, type Deck } from '#core/works/liners/deck'
import { measuredStages } from '#core/job/stages'
import { clockHour } from '#core/measure/angle'
import { figure, head, title, Writer } from './pdf-writer'
import { profileSvg } from './profile-svg'
import { word } from './words'

/** Where the limits were copied from, as far as it is known. */
function sourceText(w: Writer): string {
  const { source, version, page, copiedOn, personId } = w.snapshot.sheet
  const copied = [
    copiedOn && word('record.source-copied', { day: copiedOn }),
    personId && word('record.source-by', { name: w.person(personId) }),
  ]
  const known = [
    source,
    page && word('record.source-page', { page }),
    copied.filter(Boolean).join(' '),
    word('record.version', { version }),
  ]
  return known.filter(Boolean).join(', ')
}
function limitsBlock(w: Writer): Content {
  const { limits, links, sections } = w.snapshot.sheet
  const shimmed = sections.liners?.shimmed
  const rows: [string, string][] = [
    [
      word('record.window'),
      `${w.length(limits.minMm)} – ${w.length(limits.maxMm)}, ${word('record.aim')} ${w.withUnit(limits.aimMm)}`,
    ],
    ...(shimmed
      ? [
          [
            word('figures.window.shimmed'),
            `${w.length(shimmed.minMm)} – ${w.length(shimmed.maxMm)}, ${word('record.aim')} ${w.withUnit(shimmed.aimMm)}`,
          ] as [string, string],
        ]
      : []),
    [word('engine.limit.withinLinerMaxMm'), w.withUnit(limits.withinLinerMaxMm)],
    ...(limits.adjacentMaxMm === null
      ? []
      : [[word('engine.limit.adjacentMaxMm'), w.withUnit(limits.adjacentMaxMm)] as [string, string]]),
    ...(limits.headRangeMaxMm === null
      ? []
      : [[word('engine.limit.headRangeMaxMm'), w.withUnit(limits.headRangeMaxMm)] as [string, string]]),
    ...(limits.holdDownNm === null
      ? []
      : [[word('engine.limit.holdDownNm'), w.torque(limits.holdDownNm)] as [string, string]]),
    [word('engine.stack'), links.map((l) => `${word(`link.${l.kind}`)} ${w.length(l.nominalMm)}`).join(' · ')],
    [word('engine.source'), sourceText(w)],
  ]
  return {
    table: {
      widths: [130, '*'],
      // What nobody filled in is left out.
      body: rows
        .filter(([, b]) => b.trim() !== '')
        .map(([a, b]) => [
          { text: a, fontSize: 9 },
          { text: b, fontSize: 9 },
        ]),
    },
    layout: 'noBorders',
  }
}
function stationsText(w: Writer, state: CylinderState | undefined): string {
  if (!state || state.changed) return '—'
  const { minMm, maxMm } = state.window
  const values = state.stations.map((s) => (s.valueMm === null ? '·' : w.length(s.valueMm, [minMm, maxMm])))
  return values.every((v) => v === '·') ? '—' : values.join('  ')
}
function readingsTable(w: Writer, decks: Deck[]): Content {
  const order = w.snapshot.engine.heads.flat()
  const body: TableCell[][] = [
    [
      head(word('record.cylinder')),
      head(word('record.stage')),
      head(word('record.stations', { clocks: w.snapshot.stationsDeg.map(clockHour).join(' · ') })),
      head(word('figures.mean')),
      head(word('record.lean')),
      head(word('record.verdict')),
    ],
  ]
  for (const cylinder of order) {
    for (const deck of decks) {
      const state = deck.cylinders.find((c) => c.cylinder === cylinder)
      if (!state?.set) continue
      const lean = state.plane && state.judgement && state.plane.highAtDeg !== null
      body.push([
        figure(String(cylinder), { alignment: 'left' }),
        { text: word(`stage.${deck.stage}`), fontSize: 9 },
        figure(stationsText(w, state), { alignment: 'left' }),
        figure(state.judgement ? w.length(state.judgement.meanMm) : '—'),
        figure(
          lean
            ? word('record.lean-at', { lean: w.length(state.plane!.tiltMm), clock: clockHour(state.plane!.highAtDeg!) })
            : '—',
        ),
        { text: state.verdict ? word(`verdict.${state.verdict}`) : '—', fontSize: 9, bold: state.verdict === 'out' },
      ])
    }
  }
  return {
    table: { headerRows: 1, dontBreakRows: true, widths: [30, 60, '*', 44, 78, 62], body },
    layout: 'lightHorizontalLines',
  }
}
function stepsBlock(w: Writer, deck: Deck): Content[] {
  const { adjacentMaxMm, headRangeMaxMm } = w.snapshot.sheet.limits
  const steps = deck.judgement.adjacent.map(
    (s) => `${s.a}–${s.b}: ${w.length(Math.abs(s.differenceMm), [adjacentMaxMm ?? 0])} ${word(`verdict.${s.verdict}`)}`,
  )
  const heads = deck.judgement.heads.map(
    (h) => `${h.cylinders.join(' ')}: ${w.length(h.rangeMm, [headRangeMaxMm ?? 0])} ${word(`verdict.${h.verdict}`)}`,
  )
  return [
    ...(steps.length
      ? [
          {
            text: [{ text: `${word('record.steps')}  `, bold: true }, steps.join('   ')],
            fontSize: 9,
            margin: [0, 4, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    ...(heads.length
      ? [{ text: [{ text: `${word('record.heads')}  `, bold: true }, heads.join('   ')], fontSize: 9 }]
      : []),
  ]
}
export function correctionsTable(w: Writer): Content {
  const { cuts, shimFits, shims } = w.snapshot
  const acts = [
    ...cuts
      .map((c) => ({
        ...c,
        what: word('record.cut', {
          kind: word(`pass.${c.kind}`),
          pack: w.length(c.packMm),
          leaves: c.leavesMm.map((l) => w.length(l)).join(' + '),
        }),
      }))
      .map((c) =>
        c.unmeasured ? { ...c, what: word('record.cut-unmeasured', { what: c.what, reason: c.unmeasured }) } : c,
      ),
    ...shimFits.map((f) => ({
      ...f,
      what: f.shimId
        ? word('record.shim', {
            shim: w.length(f.thicknessMm),
            label: shims.find((s) => s.id === f.shimId)?.label ?? '',
          })
        : word('record.shim-out'),
    })),
  ].sort(bySeq)
  if (acts.length === 0) return { text: word('record.no-corrections'), fontSize: 9 }
  const body: TableCell[][] = [
    [head(word('record.cylinder')), head(word('record.what')), head(word('record.expected')), head(word('record.by'))],
  ]
  for (const act of acts) {
    const strike = w.strike(act.struck)
    body.push([
      figure(String(act.cylinder), { alignment: 'left' }),
      { text: `${act.what}${strike}`, fontSize: 9, ...(act.struck ? { color: '#565B5F' } : {}) },
      figure(w.length(act.expectMm)),
      { text: `${w.person(act.personId, act.at)}, ${w.time(act.at)}`, fontSize: 8.5 },
    ])
  }
  return {
    table: { headerRows: 1, dontBreakRows: true, widths: [30, '*', 54, 150], body },
    layout: 'lightHorizontalLines',
  }
}
/** The deck that counts on the record: the last one on which anything was measured. */
function lastDeck(decks: Deck[]): Deck {
  return [...decks].reverse().find((d) => d.cylinders.some((c) => c.set)) ?? decks[0]!
}

/** The deck as it was found and as it is: profile, every reading, steps, and the limits it is judged by. */
export function deckBlocks(w: Writer): Content[] {
  const decks = measuredStages.map((stage) => readDeck(w.snapshot, stage))
  const last = lastDeck(decks)
  return [
    title(word(last === decks[0] ? 'record.profile-only' : 'record.profile', { stage: word(`stage.${last.stage}`) })),
    { svg: profileSvg(w.snapshot, last, decks[0]!, (mm) => w.length(mm)), width: 515 },
    title(word('record.readings')),
    readingsTable(w, decks),
    ...stepsBlock(w, last),
    title(word('record.limits')),
    limitsBlock(w),
  ]
}
