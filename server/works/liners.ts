import type { Content, TableCell } from 'pdfmake/interfaces'
import { compareWithDry } from '#core/works/liners/compare-dry'
import { readLinerBore } from '#core/works/block/read-block'
import { worstVerdict } from '#core/measure/verdict'
import { findPatterns } from '#core/works/liners/find-patterns'
import { readLedges } from '#core/works/liners/ledges'
import { decisionInForce } from '#core/works/liners/plan-renewals'
import { readFitting } from '#core/works/liners/read-fitting'
import { planInForce } from '#core/works/liners/repair-plan'
import { pastStopNm } from '#core/works/liners/pull'
import type { PullLog } from '#core/works/liners/strip'
import { confirmedGrade } from '#core/works/liners/suggest-grade'
import { tallyTotals } from '#core/job/tally'
import { clockHour } from '#core/measure/angle'
import { partFigures } from '#core/plan/read-repair'
import {
  figure,
  imageOf,
  lines,
  photoWords,
  table,
  title,
  unshownPhotos,
  type Printable,
  type Writer,
} from '../record/pdf-writer'
import { correctionsTable, deckBlocks } from '../record/deck-pdf'
import { complaintBlock } from '../record/intake-pdf'
import { doneLines, ownerStands } from '../record/liners-owner'
import type { RecordWork } from './record-work'
import { routeStages } from '#core/job/route'
import { sayPattern, sayShift } from '#contract/words/say-strip'
import { say, word } from '../record/words'

const cell = (text: string, more: object = {}): TableCell => ({ text, fontSize: 9, ...more })
const standing = <T extends { struck: unknown }>(all: readonly T[]) => all.filter((e) => !e.struck)
const number = (n: number) => figure(String(n), { alignment: 'left' })

/** The final check against the dry fit, where something has moved. */
function dryBlock(w: Writer): Content[] {
  const moved = compareWithDry(w.snapshot)
  if (moved.length === 0) return []
  const told = moved.filter((c) => c.cause !== 'same').map((c) => say(sayShift(c, w)))
  return [title(word('dry.name')), lines(told, word('record.dry-same'))]
}

function tallyBlock(w: Writer): Content[] {
  const { tally } = w.snapshot
  if (tally.length === 0) return []
  const { wentIn, cameOut, stillIn } = tallyTotals(w.snapshot)
  const told = tally.map((m) =>
    word(m.goesIn ? 'record.tally-in' : 'record.tally-out', {
      n: m.count,
      item: word(`stopper.${m.item}`),
      place: word(`opening.${m.place}`),
      cylinder: m.cylinder,
      name: w.person(m.personId, m.at),
      when: w.time(m.at),
    }),
  )
  return [
    title(word('record.tally-title')),
    { text: word('protect.totals', { wentIn, cameOut, still: stillIn }), fontSize: 9, bold: true },
    { ul: told, fontSize: 8.5 },
  ]
}

function pullsBlock(w: Writer): Content[] {
  const { pulls, pullers } = w.snapshot
  if (pulls.length === 0) return []
  const over = (p: PullLog) => {
    const stopNm = pastStopNm(w.snapshot, p)
    return stopNm === null ? '' : `; ${word('pull.took-over', { stop: w.torque(stopNm, true) })}`
  }
  const rows = pulls.map((p): TableCell[] => [
    number(p.cylinder),
    cell(pullers.find((x) => x.id === p.pullerId)?.name ?? word('record.by-hand')),
    figure(w.torque(p.peakNm)),
    figure(p.tightMm.map((mm) => w.rough(mm)).join(', ') || '—'),
    cell(`${word(`pull.out.${p.ranOut}`)}${over(p)}${p.words ? `; ${p.words}` : ''}${w.strike(p.struck)}`),
  ])
  return [
    title(word('record.pulls')),
    table(
      [
        word('record.cylinder'),
        word('puller.in-hand'),
        word('record.took'),
        word('pull.tight-at'),
        word('record.ran-out'),
      ],
      rows,
      [30, 110, 60, 90, '*'],
    ),
  ]
}

function findingsBlock(w: Writer, photos: Printable): Content[] {
  const { findings, engine } = w.snapshot
  const graded = engine.heads.flat().flatMap((c) => {
    const grade = confirmedGrade(w.snapshot, c)
    return grade
      ? [
          word('record.grade', {
            cylinder: c,
            grade: word(`grade.${grade.grade}`),
            suggested: word(`grade.${grade.suggested}`),
            name: w.person(grade.personId, grade.at),
          }) + (grade.words ? ` ${grade.words}` : ''),
        ]
      : []
  })
  const bores = boreLines(w)
  if (findings.length === 0 && graded.length === 0)
    return [...(bores.length > 0 ? [title(word('record.findings')), lines(bores, '')] : []), ...photosBlock(w, photos)]
  const rows = [...findings]
    .sort((a, b) => a.cylinder - b.cylinder)
    .map((f): TableCell[] => [
      number(f.cylinder),
      cell(word(`face.${f.on}`)),
      cell(`${word(`severity.${f.severity}`)} ${word(`finding.${f.kind}`)}`),
      figure(`${word('plan.station', { clock: clockHour(f.atDeg) })}, ${Math.round(f.spanDeg)}°`),
      figure(`${w.rough(f.fromMm)} – ${w.rough(f.toMm)}`),
      cell(`${f.pastSteps === null ? '' : `${word('look.past', { n: f.pastSteps })} `}${f.words}${w.strike(f.struck)}`),
    ])
  const patterns = [...findPatterns(w.snapshot).map((p) => say(sayPattern(p))), ...bores]
  return [
    title(word('record.findings')),
    ...(rows.length > 0
      ? [
          table(
            [
              word('record.cylinder'),
              word('look.faces'),
              word('look.what'),
              word('record.where'),
              word('record.down'),
              word('wear.words'),
            ],
            rows,
            [30, 54, 92, 66, 84, '*'],
          ),
        ]
      : []),
    ...(patterns.length > 0
      ? [{ ul: patterns, fontSize: 9, margin: [0, 4, 0, 0] as [number, number, number, number] }]
      : []),
    ...(graded.length > 0
      ? [{ ul: graded, fontSize: 9, margin: [0, 4, 0, 0] as [number, number, number, number] }]
      : []),
    ...photosBlock(w, photos),
  ]
}

const ACROSS = 3
/** Photos in rows of three, each with its cylinder and words; those that cannot be shown are named. */
function photosBlock(w: Writer, photos: Printable): Content[] {
  const all = standing(w.snapshot.photos)
  const cells = all
    .filter((p) => photos.has(p.id))
    .map((p): Content => ({
      stack: [
        { image: imageOf(photos, p.id), fit: [164, 124] },
        { text: photoWords(p), fontSize: 8 },
      ],
      unbreakable: true,
    }))
  const rows = Array.from({ length: Math.ceil(cells.length / ACROSS) }, (_, i) =>
    cells.slice(i * ACROSS, (i + 1) * ACROSS),
  )
  return [
    ...rows.map((row) => ({
      columns: [...row, ...Array.from({ length: ACROSS - row.length }, () => ({ text: '' }))],
      columnGap: 8,
      margin: [0, 6, 0, 0] as [number, number, number, number],
      unbreakable: true,
    })),
    ...unshownPhotos(all, photos),
  ]
}

function decisionBlock(w: Writer): Content[] {
  const decided = decisionInForce(w.snapshot)
  if (!decided) return []
  const text = word('record.decided', {
    which: decided.renew.join(', ') || '—',
    now: Math.round(decided.nowCost),
    percent: (decided.comebackChance * 100).toFixed(1),
    expected: Math.round(decided.expectedCost),
    name: w.person(decided.personId, decided.at),
    when: w.time(decided.at),
  })
  return [title(word('record.decision')), { text: `${text} ${decided.words}`, fontSize: 9 }]
}

function ledgesBlock(w: Writer): Content[] {
  const measured = readLedges(w.snapshot).filter((l) => l.plane !== null)
  const worn = w.snapshot.wearMarks
  if (measured.length === 0 && worn.length === 0) return []
  const rows = measured.map((l): TableCell[] => [
    number(l.cylinder),
    figure(l.stations.map((s) => (s.valueMm === null ? '·' : w.length(s.valueMm))).join('  '), { alignment: 'left' }),
    figure(w.length(l.plane!.centreMm)),
    figure(
      l.plane!.highAtDeg === null
        ? '—'
        : word('record.lean-at', { lean: w.length(l.plane!.tiltMm), clock: clockHour(l.plane!.highAtDeg) }),
    ),
    figure(w.length(l.depthMm)),
    cell(l.judgement ? word(`verdict.${l.judgement.verdict}`) : word('record.cut-since')),
  ])
  const marks = worn.map(
    (m) =>
      `${m.cylinder} · ${word(`wear.${m.kind}`)} · ${word('plan.station', { clock: clockHour(m.atDeg) })} · ${w.length(m.depthMm)} ${m.words}${w.strike(m.struck)}`,
  )
  return [
    title(word('record.ledges')),
    ...(rows.length > 0
      ? [
          table(
            [
              word('record.cylinder'),
              word('record.stations', { clocks: w.snapshot.stationsDeg.map(clockHour).join(' · ') }),
              word('figures.mean'),
              word('record.lean'),
              word('record.depth-now'),
              word('record.verdict'),
            ],
            rows,
            [30, '*', 48, 78, 56, 62],
          ),
        ]
      : []),
    ...(marks.length > 0 ? [{ ul: marks, fontSize: 8.5 }] : []),
  ]
}

function partsBlock(w: Writer): Content[] {
  const { liners, shims, placements } = w.snapshot
  const here = liners.filter((l) => placements.some((p) => p.linerId === l.id) || l.fitted?.jobId === w.snapshot.job.id)
  const rows = here.map((l): TableCell[] => {
    const figures = partFigures(l)
    return [
      cell(
        l.ringsMm
          ? word('record.own-rings', { label: l.label, rings: l.ringsMm.map((r) => w.length(r)).join(' + ') })
          : l.label,
      ),
      cell(l.fitted?.jobId === w.snapshot.job.id ? String(l.fitted.cylinder) : '—'),
      figure(figures ? w.length(figures.meanMm) : '—'),
      figure(l.readings.map((r) => w.length(r.valueMm)).join('  ') || '—', { alignment: 'left' }),
    ]
  })
  const fitted = shims
    .filter((s) => s.fitted?.jobId === w.snapshot.job.id)
    .map((s) =>
      word('record.shim-part', {
        label: s.label,
        cylinder: s.fitted!.cylinder,
        actual: w.length(s.actualMm),
        nominal: w.length(s.nominalMm),
      }),
    )
  if (rows.length === 0 && fitted.length === 0) return []
  return [
    title(word('record.parts')),
    ...(rows.length > 0
      ? [
          table(
            [word('record.liner'), word('record.cylinder'), word('record.flange'), word('record.part-readings')],
            rows,
            [60, 40, 60, '*'],
          ),
        ]
      : []),
    ...(fitted.length > 0 ? [lines(fitted, '')] : []),
  ]
}

function planBlock(w: Writer): Content[] {
  const plan = planInForce(w.snapshot)
  if (!plan) return []
  const rows = plan.bores.map((b): TableCell[] => [
    number(b.cylinder),
    cell(w.snapshot.liners.find((l) => l.id === b.linerId)?.label ?? '—'),
    figure(`${Math.round(b.rotationDeg)}°`),
    figure(b.cutMm > 0 ? w.length(b.cutMm) : '—'),
    figure(b.shimMm > 0 ? w.length(b.shimMm) : '—'),
  ])
  return [
    title(
      word('record.plan', {
        school: word(`repair.school.${plan.school}.name`),
        target: w.withUnit(plan.targetMm),
        name: w.person(plan.personId, plan.at),
      }),
    ),
    table(
      [
        word('record.cylinder'),
        word('record.liner'),
        word('record.turned'),
        word('record.cut-column'),
        word('record.shim-column'),
      ],
      rows,
      [30, 90, 60, 60, '*'],
    ),
  ]
}

/** How the clocking of the liners is proven: by the pin, or by the angle alone. */
function clockingLines(w: Writer): Content[] {
  const clocked = readFitting(w.snapshot).filter((f) => f.clock !== null)
  const named = (key: string, of: typeof clocked) =>
    of.length > 0 ? [word(key, { cylinders: of.map((f) => f.cylinder).join(' ') })] : []
  const told = [
    ...named(
      'beside.record-pins',
      clocked.filter((f) => f.pilot === true),
    ),
    ...named(
      'beside.record-angle',
      clocked.filter((f) => f.pilot !== true),
    ),
  ]
  return told.length > 0 ? [lines(told, '')] : []
}

/** Bores of liners that may stay, by the gauge. */
function boreLines(w: Writer): string[] {
  return w.snapshot.engine.heads.flat().flatMap((cylinder) => {
    const bore = readLinerBore(w.snapshot, cylinder)
    if (!bore) return []
    const text = word('beside.bore-worn', {
      wear: w.length(bore.wearMm),
      largest: w.length(bore.largestMm),
      taper: w.length(bore.taperMm),
      round: w.length(bore.outOfRoundMm),
      clearance: w.length(bore.clearanceMm),
    })
    const verdict = word(`beside.bore-verdict.${worstVerdict(Object.values(bore.verdicts))}`)
    return word('beside.record-bore', { cylinder, text: `${text}, ${verdict}` })
  })
}

function sealsBlock(w: Writer): Content[] {
  const { sealFits, presses, sheet } = w.snapshot
  if (sealFits.length === 0 && presses.length === 0) return []
  const rows = readFitting(w.snapshot).map((f): TableCell[] => {
    const rings = f.rings.map((r) => {
      const on = standing(sealFits)
        .filter((s) => s.cylinder === f.cylinder && s.groove === r.groove && s.step === 'on')
        .at(-1)
      return `${r.seal.place}: ${on ? word('record.ring-on', { lubricant: word(`lubricant.${on.lubricant}`), name: w.person(on.personId, on.at), when: w.time(on.at) }) : '—'}`
    })
    const pressed = f.press
      ? word('record.pressed', {
          torque: w.torque(f.press.peakNm),
          at: f.press.atDeg === null ? '—' : `${f.press.atDeg}°`,
          name: w.person(f.press.personId, f.press.at),
          when: w.time(f.press.at),
        })
      : '—'
    return [
      number(f.cylinder),
      cell(rings.join('\n')),
      cell(`${pressed}${f.late ? ` ${word('fit.was-late')}` : ''}${f.press?.words ? ` ${f.press.words}` : ''}`),
    ]
  })
  const set = sheet.seals.map((s, i) =>
    word('engine.seal-line', {
      n: i + 1,
      place: s.place,
      material: s.material,
      colour: s.colour,
      lubricant: word(`lubricant.${s.lubricant}`),
    }),
  )
  return [
    title(word('record.seals')),
    ...(set.length > 0 ? [{ text: set.join(' · '), fontSize: 8.5 }] : []),
    table([word('record.cylinder'), word('record.rings'), word('record.press')], rows, [30, '*', 190]),
    ...clockingLines(w),
  ]
}

/** The liner work on the record, stage by stage. */
export const record: RecordWork<'liners'> = {
  stages: {
    'as-found': (w) => [...deckBlocks(w), ...complaintBlock(w)],
    protect: tallyBlock,
    pull: pullsBlock,
    look: findingsBlock,
    decide: decisionBlock,
    counterbores: ledgesBlock,
    parts: partsBlock,
    'repair-plan': planBlock,
    cut: (w) => [title(word('record.corrections')), correctionsTable(w)],
    'trial-fit': () => [],
    fit: sealsBlock,
    'final-check': dryBlock,
  },
  cautions: (s) => {
    const route = routeStages(s)
    return [
      'clamp',
      ...(route.includes('pull') ? ['pull'] : []),
      ...(route.includes('cut') ? ['chips'] : []),
      ...(s.shimFits.length > 0 ? ['chamfer'] : []),
      ...(route.includes('fit') ? ['seals'] : []),
    ]
  },
  owner: { stands: ownerStands, done: doneLines },
}
