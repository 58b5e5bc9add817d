import type { Content, TableCell } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import {
  readBore,
  readFlows,
  readHold,
  readIn,
  readSoap,
  readTip,
  sectionOf,
  sleeveEntries,
  sleeveScope,
  tipScope,
} from '#core/works/sleeves/read-sleeves'
import { figure, lines, table, title, type Writer } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

const cell = (text: string): TableCell => ({ text, fontSize: 9 })
const number = (n: number) => figure(String(n), { alignment: 'left' })

function outBlock(w: Writer): Content[] {
  const out = sleeveEntries(w.snapshot, 'out')
  const injectors = sleeveEntries(w.snapshot, 'injectors')
  if (out.length + injectors.length === 0) return []
  const cylinders = sleeveScope(w.snapshot).filter((c) => [...out, ...injectors].some((e) => e.cylinder === c))
  const rows = cylinders.map((c): TableCell[] => {
    const injector = injectors.findLast((i) => i.cylinder === c)
    const sleeve = out.findLast((o) => o.cylinder === c)
    return [
      number(c),
      cell(injector ? `${injector.trimCode || '—'} · ${injector.washers}` : '—'),
      cell(sleeve ? word(`sleeve.schools.${sleeve.school}`) : '—'),
      figure(sleeve ? w.torque(sleeve.peakNm) : '—'),
      cell(sleeve ? word(sleeve.chipsOut ? 'sleeve.chips-out' : 'sleeve.chips-left') : ''),
    ]
  })
  return [
    title(word('stage.sleeves-out')),
    table(
      [word('record.cylinder'), word('sleeve.record-injector'), word('sleeve.school'), word('record.took'), ''],
      rows,
      [30, 120, 110, 60, '*'],
    ),
  ]
}

function boresBlock(w: Writer): Content[] {
  const rows = sleeveScope(w.snapshot).flatMap((c): TableCell[][] => {
    const bore = readBore(w.snapshot, c)
    if (!bore.entry) return []
    return [
      [
        number(c),
        figure(bore.entry.topMm.map((mm) => w.length(mm)).join(' / ')),
        figure(bore.entry.bottomMm.map((mm) => w.length(mm)).join(' / ')),
        cell(word(`verdict.${bore.size}`)),
        cell(word(`sleeve.damages.${bore.entry.damage}`)),
      ],
    ]
  })
  if (rows.length === 0) return []
  return [
    title(word('stage.sleeve-bores')),
    table(
      [
        word('record.cylinder'),
        word('sleeve.bore-top'),
        word('sleeve.bore-bottom'),
        word('sleeve.size'),
        word('sleeve.damage'),
      ],
      rows,
      [30, 120, 120, 70, '*'],
    ),
  ]
}

function inBlock(w: Writer): Content[] {
  const rows = sleeveScope(w.snapshot).flatMap((c): TableCell[][] => {
    const state = readIn(w.snapshot, c)
    if (!state.entry) return []
    return [
      [
        number(c),
        cell(
          state.steps
            .map((s) => `${word(`sleeve-word.${s.step}`)}${s.mandrelMm === null ? '' : ` ${w.length(s.mandrelMm)}`}`)
            .join(', '),
        ),
        figure(state.entry.boreMm === null ? '—' : w.length(state.entry.boreMm)),
        figure(state.entry.topBelowMm === null ? '—' : w.length(state.entry.topBelowMm)),
        cell(state.drawn ? word(`sleeve.mandrel-grips.${state.drawn.verdict}`) : ''),
      ],
    ]
  })
  if (rows.length === 0) return []
  return [
    title(word('stage.sleeves-in')),
    table(
      [word('record.cylinder'), word('sleeve.record-steps'), word('sleeve.bore-after'), word('sleeve.top-below'), ''],
      rows,
      [30, '*', 90, 110, 60],
    ),
  ]
}

function holdBlock(w: Writer): Content[] {
  const { start, end, result, wet } = readHold(w.snapshot)
  if (!start || !end || !result) return []
  const allowedKPa = sectionOf(w.snapshot)?.test.allowedDropKPa
  const told = word('sleeve.record-hold', {
    start: w.pressure(start.startKPa),
    startC: w.temperature(start.startC),
    end: w.pressure(end.endKPa),
    endC: w.temperature(end.endC),
    corrected: w.pressure(result.correctedEndKPa),
    drop: w.pressure(result.dropKPa),
    u: w.pressure(result.uncertaintyKPa),
    allowed: allowedKPa === undefined ? '—' : w.pressure(allowedKPa),
    verdict: word(`sleeve.verdict.${result.verdict}`),
  })
  const holes = wet.length > 0 ? [`${word('sleeve.hold-wet')} ${wet.join(', ')}`] : [word('sleeve.hold-dry')]
  return [title(word('stage.coolant-test')), lines([told, ...holes], '')]
}

function tipsBlock(w: Writer): Content[] {
  const section = sectionOf(w.snapshot)
  const rows = tipScope(w.snapshot).flatMap((c): TableCell[][] => {
    const tip = readTip(w.snapshot, c)
    if (!tip.tip || !section) return []
    return [
      [
        number(c),
        figure(tip.washerMm === null ? '—' : w.length(tip.washerMm)),
        figure(w.length(tip.tip.valueMm, [section.tip.minMm, section.tip.maxMm])),
        cell(tip.setting?.reading ? word(`sleeve.reading.${tip.setting.reading}`) : ''),
        cell(tip.setting?.verdict ? word(`verdict.${tip.setting.verdict}`) : ''),
      ],
    ]
  })
  if (rows.length === 0) return []
  return [
    title(word('stage.tips')),
    table([word('record.cylinder'), word('sleeve.washer'), word('sleeve.tip-measured'), '', ''], rows, [
      30,
      70,
      120,
      '*',
      80,
    ]),
  ]
}

function gasBlock(w: Writer): Content[] {
  const { values, outliers } = readFlows(w.snapshot)
  const soaped = tipScope(w.snapshot).filter((c) => readSoap(w.snapshot, c) !== null)
  if (values.length + soaped.length === 0) return []
  const rows = values.map((v): TableCell[] => {
    const verdict = outliers?.values.find((o) => o.id === String(v.cylinder))?.verdict
    return [number(v.cylinder), figure(String(v.value)), cell(verdict ? word(`sleeve.flow-verdict.${verdict}`) : '')]
  })
  const soap = soaped.map((c) => `${c}: ${word(readSoap(w.snapshot, c) ? 'sleeve.bubbles' : 'sleeve.no-bubbles')}`)
  return [
    title(word('stage.gas-test')),
    ...(soap.length > 0 ? [{ text: `${word('sleeve.soap')}: ${soap.join(', ')}`, fontSize: 9 }] : []),
    ...(rows.length > 0
      ? [
          table([word('record.cylinder'), `${word('sleeve.flow')}, ${word('sleeve.flow-unit')}`, ''], rows, [
            50,
            110,
            '*',
          ]),
        ]
      : []),
  ]
}

/** What was done, in a line each, for the owner. */
function doneLines(snapshot: Snapshot): string[] {
  const sleeves = sleeveScope(snapshot).filter((c) => readIn(snapshot, c).entry !== null)
  const tips = tipScope(snapshot).filter((c) => readTip(snapshot, c).tip !== null)
  return [
    ...(sleeves.length > 0 ? [word('sleeve.owner-sleeves', { n: sleeves.length, which: sleeves.join(', ') })] : []),
    ...(tips.length > 0 ? [word('sleeve.owner-tips', { n: tips.length, which: tips.join(', ') })] : []),
  ]
}

/** Injector sleeves on the record, stage by stage. */
export const record: RecordWork<'sleeves'> = {
  stages: {
    'sleeves-out': outBlock,
    'sleeve-bores': boresBlock,
    'sleeves-in': inBlock,
    'coolant-test': holdBlock,
    tips: tipsBlock,
    'gas-test': gasBlock,
  },
  cautions: () => ['barring', 'fuel'],
  owner: { stands: () => [], done: doneLines },
}
