import type { Content, TableCell } from 'pdfmake/interfaces'
import { readDeck, type CylinderState, type Deck } from '#core/works/liners/deck'
import type { Snapshot } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import { isClosed, readRoute, routeFacts, routeStages } from '#core/job/route'
import { sealState, signatureOf } from '#core/job/seal'
import { gaugeStanding } from '#core/measure/gauge-standing'
import { measuredStages, optionalStages } from '#core/job/stages'
import { complaintBlock, dryBlock, intakeBlock, takenInBlock, timesBlock, workBlocks } from './pdf-work'
import { figure, head, lines, paperOf, print, title, Writer, type Printable, type RecordOptions } from './pdf-writer'
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
  const { limits, links } = w.snapshot.sheet
  const rows: [string, string][] = [
    [
      word('record.window'),
      `${w.length(limits.minMm)} – ${w.length(limits.maxMm)}, ${word('record.aim')} ${w.withUnit(limits.aimMm)}`,
    ],
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
      body: rows.map(([a, b]) => [
        { text: a, fontSize: 9 },
        { text: b, fontSize: 9 },
      ]),
    },
    layout: 'noBorders',
  }
}

function stationsText(w: Writer, state: CylinderState | undefined): string {
  if (!state || state.changed) return '—'
  const { minMm, maxMm } = w.snapshot.sheet.limits
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

function correctionsTable(w: Writer): Content {
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
  ].sort((a, b) => a.seq - b.seq)
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
      { text: `${w.person(act.personId)}, ${w.time(act.at)}`, fontSize: 8.5 },
    ])
  }
  return {
    table: { headerRows: 1, dontBreakRows: true, widths: [30, '*', 54, 150], body },
    layout: 'lightHorizontalLines',
  }
}

function gaugesBlock(w: Writer): Content {
  const { sets, gauges } = w.snapshot
  const used = new Map(sets.map((s) => [`${s.gaugeId} ${s.rule} ${s.uncertaintyMm}`, s]))
  const lines = [...used.values()].map((s) => {
    const gauge = gauges.find((g) => g.id === s.gaugeId)
    const standing = gauge
      ? gaugeStanding(gauge, s.at.slice(0, 10))
          .filter((x) => x !== 'good')
          .map((x) => word(`gauge.standing.${x}`, { gauge: gauge.name, day: gauge.calibrationDue ?? '' }))
      : []
    return [
      word(`record.gauge-${s.rule}`, {
        gauge: [gauge?.name ?? '—', gauge?.serial].filter(Boolean).join(' '),
        u: w.withUnit(s.uncertaintyMm),
      }),
      ...standing,
    ].join(' ')
  })
  const marked = sets.filter((s) => s.closed?.zeroMoved).length
  const unchecked = sets.filter((s) => !s.closed || s.closed.zeroMm === null).length
  return {
    ul: [...lines, word('record.zero-moved', { n: marked }), word('record.zero-unchecked', { n: unchecked })],
    fontSize: 9,
  }
}

function closuresBlock(w: Writer): Content {
  const told = w.snapshot.closures.map(
    (c) =>
      word(c.closes ? 'record.closed' : 'record.reopened', {
        stage: word(`stage.${c.stage}`),
        name: w.person(c.personId),
        when: w.closedAt(c),
        note: c.note,
        mark: c.hash.slice(0, 12),
      }) + (c.closes && sealState(w.snapshot, c) === 'broken' ? ` ${word('record.seal-broken')}` : ''),
  )
  return lines(told, word('record.nothing-closed'))
}

function struckBlock(w: Writer): Content[] {
  const struck = w.snapshot.readings.filter((r) => r.struck)
  if (struck.length === 0) return []
  const lines = struck.map((r) => {
    const set = w.snapshot.sets.find((s) => s.id === r.setId)
    return `${set?.cylinder ?? '?'} · ${word('plan.station', { clock: clockHour(r.angleDeg) })} · ${w.length(r.valueMm)}${w.strike(r.struck)}`
  })
  return [title(word('record.struck-title')), { ul: lines, fontSize: 8.5 }]
}

/** The deck that counts on the record: the last one on which anything was measured. */
function lastDeck(decks: Deck[]): Deck {
  return [...decks].reverse().find((d) => d.cylinders.some((c) => c.set)) ?? decks[0]!
}

/** Cautions of the record, each where its work is on the route. */
const cautions: [string, (s: Snapshot) => boolean][] = [
  ['clamp', () => true],
  ['pull', (s) => routeStages(s).includes('pull')],
  ['chips', (s) => routeStages(s).includes('cut')],
  ['chamfer', (s) => s.shimFits.length > 0],
  ['seals', (s) => routeStages(s).includes('fit')],
  ['heavy', () => true],
]

/**
 * The record of a job as a PDF file. It says of itself whether the job is signed, and whether
 * what was signed still stands.
 *
 * @param photos the bytes of the job's photos by their ids
 */
export function recordPdf(snapshot: Snapshot, options: RecordOptions, photos: Printable = new Map()): Promise<Buffer> {
  const w = new Writer(snapshot, options)
  return print(paperOf(w, word('record.title'), recordContent(w, photos)))
}

/** What stands on the record, section by section. */
export function recordContent(w: Writer, photos: Printable): Content[] {
  const { snapshot, options } = w
  const decks = measuredStages.map((stage) => readDeck(snapshot, stage))
  const last = lastDeck(decks)
  const signed = isClosed(snapshot, 'record')
  const signature = signatureOf(snapshot) ?? undefined
  // What a job may pass by is open only once it is under way.
  const open = readRoute(routeFacts(snapshot))
    .filter(
      (r) => r.state !== 'done' && (r.state === 'begun' || r.state === 'next' || !optionalStages.includes(r.stage)),
    )
    .map((r) => r.stage)
  const profile: Content = { svg: profileSvg(snapshot, last, decks[0]!, (mm) => w.length(mm)), width: 515 }
  const { job, engine } = snapshot
  const broken = signature !== undefined && sealState(snapshot, signature) === 'broken'
  const signedLine = signed
    ? {
        text:
          word('record.signed', {
            name: w.person(signature?.personId ?? null),
            when: signature ? w.closedAt(signature) : '',
            mark: signature?.hash.slice(0, 12) ?? '',
          }) + (broken ? ` ${word('record.seal-broken')}` : ''),
        bold: true,
        ...(broken ? { color: '#A23B2A' } : {}),
      }
    : {
        text: word('record.unsigned', { stages: open.map((s) => word(`stage.${s}`)).join(', ') }),
        bold: true,
        color: '#A23B2A',
      }
  return [
    { text: word('record.title'), fontSize: 9, color: '#565B5F' },
    { text: job.title, fontSize: 18, bold: true },
    {
      text: `${engine.name} · ${word('record.number', { number: job.number })} · ${word('record.figures-in', { unit: word(`unit.${options.unit}`) })}`,
      fontSize: 10,
    },
    ...takenInBlock(w),
    ...intakeBlock(w),
    signedLine,
    title(word(last === decks[0] ? 'record.profile-only' : 'record.profile', { stage: word(`stage.${last.stage}`) })),
    profile,
    title(word('record.readings')),
    readingsTable(w, decks),
    ...stepsBlock(w, last),
    ...complaintBlock(w),
    ...dryBlock(w),
    ...workBlocks(w, photos),
    title(word('record.corrections')),
    correctionsTable(w),
    title(word('record.limits')),
    limitsBlock(w),
    title(word('record.gauges')),
    gaugesBlock(w),
    ...timesBlock(w),
    title(word('record.people')),
    closuresBlock(w),
    ...struckBlock(w),
    title(word('record.cautions')),
    { ul: cautions.filter(([, applies]) => applies(snapshot)).map(([c]) => word(`record.caution.${c}`)), fontSize: 9 },
    { text: word('record.deference'), fontSize: 9, margin: [0, 6, 0, 0] },
  ]
}
