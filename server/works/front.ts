import type { Content, TableCell } from 'pdfmake/interfaces'
import { readCover } from '#core/works/front/read-cover'
import { readFlywheel } from '#core/works/front/read-flywheel'
import { readDamper } from '#core/works/front/read-damper'
import { coveredEnds, endsOf, entriesAt, frontEntries, lastAt, lastOf, sectionOf } from '#core/works/front/read-front'
import { readSeal } from '#core/works/front/read-seal'
import { readTop } from '#core/works/front/tdc/read'
import type { Snapshot } from '#core/job/snapshot'
import { clockHour } from '#core/measure/angle'
import { figure, lines, table, title, type Writer } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

const cell = (text: string): TableCell => ({ text, fontSize: 9 })
const endWord = (place: string) => word(`front.end.${place}`)

function damperOffBlock(w: Writer): Content[] {
  const seen = lastOf(w.snapshot, 'dampers')
  const pulled = lastOf(w.snapshot, 'pulled')
  if (!seen && !pulled) return []
  const told = [
    ...(seen
      ? [
          word('front.record-seen', {
            index: seen.indexDeg,
            rim: seen.runoutMm === null ? '—' : w.length(seen.runoutMm),
            rubber: word(`front.rubber.${seen.rubber}`),
          }),
        ]
      : []),
    ...(pulled ? [word('front.record-pulled', { screws: pulled.screws })] : []),
  ]
  return [title(word('stage.damper-off')), lines(told, '')]
}

function flywheelOffBlock(w: Writer): Content[] {
  const freed = frontEntries(w.snapshot, 'flywheelFreed').map((f) => word(`front.free.${f.step}`))
  const seen = lastOf(w.snapshot, 'flywheelLooks')
  const told = [
    ...(freed.length > 0 ? [freed.join(', ')] : []),
    ...(seen
      ? [
          word('front.record-wheel', {
            face: word(`front.wheel-face.${seen.face}`),
            teeth: word(`front.teeth.${seen.teeth}`),
          }),
          ...(seen.words ? [seen.words] : []),
        ]
      : []),
  ]
  return told.length > 0 ? [title(word('stage.flywheel-off')), lines(told, '')] : []
}

function flywheelOnBlock(w: Writer): Content[] {
  const of = sectionOf(w.snapshot)?.flywheel
  const { tight, face, faceVerdict, bore, boreVerdict, mounts } = readFlywheel(w.snapshot)
  if (!of || !tight) return []
  const row = (name: string, mm: number, maxMm: number, verdict: string | null) => [
    cell(word(name)),
    figure(w.length(mm, [maxMm])),
    figure(w.length(maxMm)),
    cell(verdict ? word(`verdict.${verdict}`) : '—'),
  ]
  const rows = [
    ...(face ? [row('front.wheel-runout', face.tiltMm, of.faceRunoutMaxMm, faceVerdict)] : []),
    ...(bore && of.boreRunoutMaxMm !== null
      ? [row('front.housing-bore', bore.runoutMm, of.boreRunoutMaxMm, boreVerdict)]
      : []),
  ]
  return [
    title(word('stage.flywheel-on')),
    ...(rows.length > 0 ? [table(['', word('front.sweep'), word('front.allowed'), ''], rows, ['*', 80, 80, 100])] : []),
    ...(mounts > 1 ? [lines([word('front.mounted-times', { n: mounts })], '')] : []),
  ]
}

function sealOutBlock(w: Writer): Content[] {
  const told = endsOf(w.snapshot).flatMap(({ place }) => {
    const out = lastAt(w.snapshot, 'sealsOut', place)
    const tracks = entriesAt(w.snapshot, 'tracks', place).map((t) =>
      word('front.track-of', {
        from: w.length(t.fromMm),
        to: w.length(t.toMm),
        depth: t.trackMm === null ? word(`front.feel.${t.feel}`) : w.length(t.trackMm),
      }),
    )
    if (!out) return tracks
    const how = [word(`front.way.${out.way}`), ...(out.scratched ? [word('front.scratched')] : [])].join(', ')
    return [`${endWord(place)}: ${how}`, ...tracks]
  })
  return told.length > 0 ? [title(word('stage.seal-out')), lines(told, '')] : []
}

function coverBlock(w: Writer): Content[] {
  const rows = coveredEnds(w.snapshot).flatMap((end): TableCell[][] => {
    const { sweep, set } = readCover(w.snapshot, end)
    if (!sweep || !set) return []
    const { runoutMaxMm, stepMaxMm } = end.of.cover!
    return [
      [
        cell(endWord(end.place)),
        cell(word(`front.centred.${sweep.centredBy}`)),
        figure(`${w.length(set.runoutMm, [runoutMaxMm])} (${w.length(runoutMaxMm)})`),
        figure(`${w.length(sweep.leftStepMm)} / ${w.length(sweep.rightStepMm)} (${w.length(stepMaxMm)})`),
        cell(word(`front.verdict.${set.verdict}`)),
      ],
    ]
  })
  if (rows.length === 0) return []
  const heads = ['', word('front.centred-label'), word('front.sweep'), word('front.rail-step'), '']
  return [title(word('stage.cover')), table(heads, rows, [40, 90, 130, '*', 80])]
}

function sealInBlock(w: Writer): Content[] {
  const rows = endsOf(w.snapshot).flatMap((end): TableCell[][] => {
    const state = readSeal(w.snapshot, end)
    if (!state.seal) return []
    const { started, depth, plane } = state
    const lean = plane
      ? word('front.lean', {
          lean: w.length(plane.tiltMm),
          hour: plane.highAtDeg === null ? '—' : clockHour(plane.highAtDeg),
          max: w.length(end.of.maxLeanMm),
        })
      : '—'
    return [
      [
        cell(endWord(end.place)),
        figure(`${w.length(state.seal.outerMm)} × ${w.length(state.seal.innerMm)}`),
        cell(started ? `${word(`front.lip.${started.lip}`)}, ${word(`front.outside.${started.outside}`)}` : '—'),
        figure(depth ? depth.edgesMm.map((mm) => w.length(mm)).join(' / ') : '—'),
        cell(lean),
      ],
    ]
  })
  if (rows.length === 0) return []
  const treated = `${word('front.lip-label')}, ${word('front.outside-label')}`
  const heads = ['', word('front.seal-outer'), treated, word('front.depths'), '']
  return [title(word('stage.seal-in')), table(heads, rows, [40, 90, 80, '*', 140])]
}

function damperOnBlock(w: Writer): Content[] {
  const state = readDamper(w.snapshot)
  if (!state.fit) return []
  const told = [
    `${word('front.hub')}: ${state.fit.hubMm.map((mm) => w.length(mm)).join(' / ')}`,
    `${word('front.nose')}: ${state.fit.noseMm.map((mm) => w.length(mm)).join(' / ')}`,
    ...(state.interferenceMm === null
      ? []
      : [
          `${word('front.interference')}: ${w.withUnit(state.interferenceMm)}, ${word(`front.fit-verdict.${state.verdict}`)}`,
        ]),
    ...(state.started ? [`${word('front.school-label')}: ${word(`front.school.${state.started.school}`)}`] : []),
    ...(state.home
      ? [
          word('front.travel', {
            mm: w.length(Math.abs(state.home.beforeMm - state.home.afterMm)),
            of: w.length(sectionOf(w.snapshot)?.damper?.travelMm ?? 0),
          }),
        ]
      : []),
  ]
  return [title(word('stage.damper-on')), lines(told, '')]
}

function tdcBlock(w: Writer): Content[] {
  const top = readTop(w.snapshot)
  const read = lastOf(w.snapshot, 'tops')
  if (!top || !read) return []
  const deg = (value: number) => Math.round(value * 10) / 10
  const set = lastOf(w.snapshot, 'pointers', read.seq)
  return [
    title(word('stage.tdc')),
    lines(
      [
        `${word('front.stops')}: ${read.forwardDeg}°, ${read.backwardDeg}°`,
        `${word('front.top-at', { deg: deg(top.tdcDeg) })}; ${word('front.pointer-off', { deg: deg(top.pointerErrorDeg) })}`,
        ...(set ? [word('front.pointer-set')] : []),
      ],
      '',
    ),
  ]
}

/** What was done, in a line each, for the owner. */
function doneLines(snapshot: Snapshot): string[] {
  const seals = endsOf(snapshot).filter((e) => readSeal(snapshot, e).depth !== null)
  return [
    ...seals.map((e) => word('front.owner-seal', { end: endWord(e.place) })),
    ...(readFlywheel(snapshot).face ? [word('front.owner-wheel')] : []),
    ...(readDamper(snapshot).home ? [word('front.owner-damper')] : []),
  ]
}

/** The ends of the crank on the record, stage by stage. */
export const record: RecordWork<'front'> = {
  stages: {
    'damper-off': damperOffBlock,
    'flywheel-off': flywheelOffBlock,
    'seal-out': sealOutBlock,
    cover: coverBlock,
    'seal-in': sealInBlock,
    'flywheel-on': flywheelOnBlock,
    'damper-on': damperOnBlock,
    tdc: tdcBlock,
  },
  cautions: (s) => (s.job.work.includes('rear') ? ['damper', 'flywheel'] : ['damper']),
  owner: { stands: () => [], done: doneLines },
}
