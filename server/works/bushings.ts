import type { Content, TableCell } from 'pdfmake/interfaces'
import {
  bushingEntries,
  housingsOf,
  lastAt,
  lastOf,
  readBushing,
  readClearance,
  readHousing,
  readJournal,
  sectionOf,
} from '#core/works/bushings/read-bushings'
import { readGalleries } from '#core/works/bushings/read-galleries'
import { readPatterns } from '#core/works/bushings/read-old'
import { readDrive, readHoles } from '#core/works/bushings/read-placing'
import { readFloat, readSpin } from '#core/works/bushings/read-spin'
import type { Snapshot } from '#core/job/snapshot'
import { sayPattern } from '#contract/words/say-pattern'
import { figure, lines, table, title, type Writer } from '../record/pdf-writer'
import { say, word } from '../record/words'
import type { RecordWork } from './record-work'

const cell = (text: string): TableCell => ({ text, fontSize: 9 })
const number = (n: number | string) => figure(String(n), { alignment: 'left' })
const percent = (share: number) => Math.round(100 * share)
const list = (all: readonly string[]) => all.join(', ')

function camBlock(w: Writer): Content[] {
  const { entry, endFloat, backlash } = readFloat(w.snapshot, 'before')
  const journals = housingsOf(w.snapshot).flatMap((h): TableCell[][] => {
    const j = readJournal(w.snapshot, h)
    if (!j.entry) return []
    return [[number(h.n), figure(j.entry.mm.map((mm) => w.length(mm)).join(' / ')), cell(word(`verdict.${j.size}`))]]
  })
  if (!entry && journals.length === 0) return []
  const read = entry
    ? [
        ...(entry.endFloatMm === null
          ? []
          : [
              `${word('cam.end-float')}: ${w.withUnit(entry.endFloatMm)}${endFloat ? `, ${word(`verdict.${endFloat}`)}` : ''}`,
            ]),
        ...(entry.backlashMm === null
          ? []
          : [
              `${word('cam.backlash')}: ${w.withUnit(entry.backlashMm)}${backlash ? `, ${word(`verdict.${backlash}`)}` : ''}`,
            ]),
        ...(entry.photographed ? [word('cam.photographed')] : []),
      ]
    : []
  return [
    title(word('stage.cam-out')),
    lines(read, word('gate.cam-not-read')),
    ...(journals.length > 0
      ? [table([word('cam.of-place', { n: '' }), word('cam.journal-ways'), ''], journals, [60, 180, '*'])]
      : []),
  ]
}

function outBlock(w: Writer): Content[] {
  const rows = housingsOf(w.snapshot).flatMap((h): TableCell[][] => {
    const out = lastAt(w.snapshot, 'out', h.place)
    if (!out) return []
    const copper =
      out.copperShare === 0
        ? ''
        : out.copperOClock === null
          ? word('cam.copper-some', { share: percent(out.copperShare) })
          : word('cam.copper-of', { share: percent(out.copperShare), hour: out.copperOClock })
    const told = [copper, out.holeInLine ? '' : word('cam.hole-off'), out.words].filter(Boolean)
    return [[number(h.n), cell(word(`cam.looks.${out.looks}`)), cell(told.join('; '))]]
  })
  if (rows.length === 0) return []
  const patterns = readPatterns(w.snapshot).map((p) => say(sayPattern(p, { list })))
  return [
    title(word('stage.bushings-out')),
    table([word('cam.of-place', { n: '' }), word('cam.looks-label'), ''], rows, [60, 110, '*']),
    ...(patterns.length > 0 ? [lines(patterns, '')] : []),
  ]
}

function galleriesBlock(w: Writer): Content[] {
  const states = readGalleries(w.snapshot).filter((s) => s.wipes.length > 0)
  const done = lastOf(w.snapshot, 'blockDone')
  if (states.length === 0 && !done) return []
  const rows = states.map((s): TableCell[] => [
    number(s.passage.id),
    cell(`${s.passage.from} – ${s.passage.to}`),
    cell(s.wipes.map((f) => word(`cam.wipe.${f}`)).join(', ')),
    cell(word('cam.passage-words', { clean: s.clean, needed: s.needed })),
  ])
  return [
    title(word('stage.galleries')),
    lines(
      done ? [`${word('cam.work-done')}: ${w.person(done.personId, done.at)}, ${w.time(done.at)}`] : [],
      word('cam.work-open'),
    ),
    ...(rows.length > 0 ? [table(['', '', word('cam.wipe-label'), ''], rows, [30, 130, '*', 80])] : []),
  ]
}

function mapBlock(w: Writer): Content[] {
  const rows = housingsOf(w.snapshot).flatMap((h): TableCell[][] => {
    const housing = readHousing(w.snapshot, h)
    const { read, interferenceMm } = readBushing(w.snapshot, h)
    if (!housing.entry && !read) return []
    const clearance = readClearance(w.snapshot, h)
    return [
      [
        number(h.n),
        figure(housing.entry ? housing.entry.boreMm.map((mm) => w.length(mm)).join(' / ') : '—'),
        cell(read?.code ?? '—'),
        figure(interferenceMm === null ? '—' : w.length(interferenceMm)),
        figure(clearance ? w.length(clearance.clearanceMm) : '—'),
        cell(clearance ? word(`cam.verdict.${clearance.verdict}`) : ''),
      ],
    ]
  })
  if (rows.length === 0) return []
  const heads = ['cam.of-place', 'cam.bore', 'cam.code', 'cam.interference', 'cam.clearance'].map((k) =>
    word(k, { n: '' }),
  )
  return [title(word('stage.bushing-map')), table([...heads, ''], rows, [50, 100, 80, 70, '*', 70])]
}

function inBlock(w: Writer): Content[] {
  const rows = housingsOf(w.snapshot).flatMap((h): TableCell[][] => {
    const aimed = lastAt(w.snapshot, 'aimed', h.place)
    if (!aimed) return []
    const { looks, depthMm } = readDrive(w.snapshot, h)
    const holes = readHoles(w.snapshot, h).map((o) =>
      o.proof === undefined
        ? '—'
        : o.proof.pinMm !== null
          ? word('cam.proven', { pin: w.length(o.proof.pinMm), share: percent(o.share ?? 0) })
          : word('cam.proven-light', { seen: word(`cam.lights.${o.proof.light}`) }),
    )
    return [
      [
        number(h.n),
        cell(
          word('cam.record-lie', {
            deg: aimed.rolledDeg,
            seen: word(`cam.seen-from.${aimed.seenFrom}`),
            from: word(`cam.face.${aimed.from}`),
            back: word(`cam.back.${aimed.back}`),
            aim: word(`cam.school.${aimed.aimFor}`),
          }),
        ),
        figure(`${looks.length}, ${looks.at(-1)?.blows ?? 0}`),
        figure(depthMm === null ? '—' : w.length(depthMm)),
        cell(holes.join('; ')),
      ],
    ]
  })
  if (rows.length === 0) return []
  const heads = [word('cam.of-place', { n: '' }), '', word('cam.record-looks'), word('cam.depth'), word('cam.through')]
  return [title(word('stage.bushings-in')), table(heads, rows, [50, '*', 60, 70, 150])]
}

function spinBlock(w: Writer): Content[] {
  const { test, reading } = readSpin(w.snapshot)
  const { entry, endFloat, backlash } = readFloat(w.snapshot, 'after')
  const limitNm = sectionOf(w.snapshot)?.turningNm ?? null
  const eased = bushingEntries(w.snapshot, 'eased').map((e) => e.place.replace('housing-', ''))
  const told = [
    ...(reading === null ? [] : [word(`cam.spin-reading.${reading}`)]),
    ...(test ? [word('cam.owner-spin', { peak: w.torque(test.peakNm), limit: w.torque(limitNm, true) })] : []),
    ...(eased.length > 0 ? [`${word('cam.eased')}: ${word('cam.of-place', { n: eased.join(', ') })}`] : []),
    ...(entry
      ? [
          `${word('cam.end-float')}: ${w.withUnit(entry.endFloatMm)}${endFloat ? `, ${word(`verdict.${endFloat}`)}` : ''}`,
          `${word('cam.backlash')}: ${w.withUnit(entry.backlashMm)}${backlash ? `, ${word(`verdict.${backlash}`)}` : ''}`,
        ]
      : []),
    ...(lastOf(w.snapshot, 'shaftIn')?.asPhotographed ? [word('cam.timing-on')] : []),
    ...(lastOf(w.snapshot, 'camPlugs')?.fitted ? [word('cam.plug-sealed')] : []),
  ]
  return told.length > 0 ? [title(word('stage.cam-spin')), lines(told, '')] : []
}

/** What was done, in a line each, for the owner. */
function doneLines(snapshot: Snapshot): string[] {
  const done = housingsOf(snapshot).filter((h) => lastAt(snapshot, 'finished', h.place))
  const holes = done.flatMap((h) => readHoles(snapshot, h)).filter((o) => o.open).length
  return done.length > 0 ? [word('cam.owner-bushings', { n: done.length, holes })] : []
}

/** How the old bushings looked, for the owner. */
function stands(w: Writer): Content[] {
  const patterns = readPatterns(w.snapshot).map((p) => say(sayPattern(p, { list })))
  return patterns.length > 0 ? [title(word('stage.bushings-out')), lines(patterns, '')] : []
}

/** Cam bushings on the record, stage by stage. */
export const record: RecordWork<'bushings'> = {
  stages: {
    'cam-out': camBlock,
    'bushings-out': outBlock,
    galleries: galleriesBlock,
    'bushing-map': mapBlock,
    'bushings-in': inBlock,
    'cam-spin': spinBlock,
  },
  cautions: () => ['striking'],
  owner: { stands, done: doneLines },
}
