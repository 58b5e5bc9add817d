import type { Content, TableCell } from 'pdfmake/interfaces'
import { worksOf } from '#core/job/stages'
import { clockHour } from '#core/measure/angle'
import { gaugeStanding } from '#core/measure/gauge-standing'
import { fastenerEntries, jointOf, readJoint } from '#core/works/fasteners/read-joint'
import { stageHours } from '#core/time/stage-hours'
import { figure, lines, sealAfter, table, title, type Writer } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

const cell = (text: string): TableCell => ({ text, fontSize: 9 })

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
        name: w.person(c.personId, c.at),
        when: w.closedAt(c),
        note: c.note,
        mark: c.hash.slice(0, 12),
      }) + (c.closes ? sealAfter(w.snapshot, c) : ''),
  )
  return lines(told, word('record.nothing-closed'))
}

/** What counts as done when it arrived, by both clocks. */
function redatedBlock(w: Writer): Content[] {
  const redated = w.snapshot.redated ?? []
  if (redated.length === 0) return []
  const told = redated
    .slice(0, MOST_TOLD)
    .map((r) => word('record.redated', { device: w.time(r.deviceAt), at: w.time(r.at) }))
  const more = redated.length - told.length
  return [
    lines([word('record.redated-why'), ...told, ...(more > 0 ? [word('record.redated-more', { n: more })] : [])], ''),
  ]
}
const MOST_TOLD = 20

function struckBlock(w: Writer): Content[] {
  const setOf = new Map(w.snapshot.sets.map((s) => [s.id, s]))
  const struck = w.snapshot.readings.flatMap((r) => {
    const out = r.struck ?? setOf.get(r.setId)?.struck
    return out ? [{ ...r, struck: out }] : []
  })
  if (struck.length === 0) return []
  const lines = struck.map((r) => {
    return `${setOf.get(r.setId)?.cylinder ?? '?'} · ${word('plan.station', { clock: clockHour(r.angleDeg) })} · ${w.length(r.valueMm)}${w.strike(r.struck)}`
  })
  return [title(word('record.struck-title')), { ul: lines, fontSize: 8.5 }]
}

/** Planned and used hours of each stage. */
function timesBlock(w: Writer): Content[] {
  const rows = stageHours(w.snapshot).map((h): TableCell[] => [
    cell(word(`stage.${h.stage}`)),
    figure(h.plannedH.toFixed(1)),
    figure(`${h.usedH.toFixed(1)}${h.booked ? '' : ' ~'}`),
  ])
  return [
    title(word('record.times')),
    table([word('record.stage'), word('schedule.planned'), word('schedule.used')], rows, [120, 60, 60]),
    { text: word('record.times-how'), fontSize: 8 },
  ]
}

/** What was tightened, joint by joint, and to what. */
function jointsBlock(w: Writer): Content[] {
  const all = fastenerEntries(w.snapshot, 'tightenings')
  if (all.length === 0) return []
  const keys = [...new Set(all.map((r) => `${r.joint} ${r.cylinder ?? ''}`))]
  const rows = keys.flatMap((key): TableCell[][] => {
    const { joint: code, cylinder } = all.find((r) => `${r.joint} ${r.cylinder ?? ''}` === key)!
    const joint = jointOf(w.snapshot, code)
    if (!joint) return []
    const state = readJoint(w.snapshot, joint, cylinder)
    const name = joint.name || word('joint.hold-down')
    const last = state.rounds.at(-1)!
    return [
      [
        cell(cylinder === null ? name : word('joint.title-at', { joint: name, cylinder })),
        figure(w.torque(joint.torqueNm)),
        cell(
          last.judged.bolts
            .map((b) => {
              const read = last.readings.findLast((r) => r.bolt === b.bolt)
              return `${b.bolt}: ${read ? w.torque(read.torqueNm) : '—'}${b.verdict === 'ok' ? '' : ` ${word(`joint.verdict.${b.verdict}`)}`}`
            })
            .join('; '),
        ),
        cell(state.witness ? word('joint.marked') : ''),
      ],
    ]
  })
  return [title(word('joint.name')), table([word('joint.which'), word('record.aim'), '', ''], rows, [130, 60, '*', 90])]
}

/** What stands on every record: gauges, hours, who closed what, what was struck out. */
export const record: RecordWork<'job'> = {
  stages: {
    record: (w) => [
      ...jointsBlock(w),
      title(word('record.gauges')),
      gaugesBlock(w),
      ...timesBlock(w),
      title(word('record.people')),
      closuresBlock(w),
      ...redatedBlock(w),
      ...struckBlock(w),
    ],
  },
  cautions: (s) => (worksOf(s.job.work).includes('liners') ? ['heavy'] : []),
}
