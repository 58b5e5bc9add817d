import Papa from 'papaparse'
import { carriesPlane } from '#core/measure/fit-plane'
import { toCsv } from './csv'
import { newPart, type NewPart } from './commands'
import type { Stock } from './shop'

/** The columns of a stock file. Lengths by their column's unit: `nominal_mm`, `nominal_in` or `nominal_thou`. */
export const partColumns = [
  'kind',
  'engine',
  'label',
  'nominal_mm',
  'material',
  'chamfer',
  'only_cylinder',
  'readings_mm',
  'rings_mm',
] as const

const mmPer = { mm: 1, in: 25.4, thou: 0.0254 } as const
type FileUnit = keyof typeof mmPer

/** What is wrong with a stock file, and in which line; line 0 is the file itself. */
export interface PartsProblem {
  line: number
  code:
    | 'no-columns'
    | 'two-units'
    | 'empty'
    | 'unknown-engine'
    | 'bad-kind'
    | 'no-number'
    | 'unit-doubtful'
    | 'bad-readings'
    | 'bad-rings'
    | 'too-close'
    | 'not-a-part'
  text: string
}

export interface PartsFile {
  parts: NewPart[]
  problems: PartsProblem[]
}

function unitOf(columns: string[], name: string): FileUnit | 'several' | null {
  const found = (Object.keys(mmPer) as FileUnit[]).filter((u) => columns.includes(`${name}_${u}`))
  return found.length > 1 ? 'several' : (found[0] ?? null)
}

function number(text: string | undefined): number | null {
  const value = Number((text ?? '').trim().replace(',', '.'))
  return (text ?? '').trim() === '' || !Number.isFinite(value) ? null : value
}

/** `0:10.601 90:10.603` as readings in mm; a bare figure stands at angles spread evenly. */
function readingsOf(text: string, perMm: number): NewPart['readings'] | null {
  const pieces = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
  const readings = pieces.map((piece, i) => {
    const [angle, value] = piece.includes(':') ? piece.split(':') : [String((360 / pieces.length) * i), piece]
    return { angleDeg: number(angle), valueMm: number(value) }
  })
  if (readings.some((r) => r.angleDeg === null || r.valueMm === null)) return null
  return readings.map((r) => ({ angleDeg: r.angleDeg as number, valueMm: (r.valueMm as number) * perMm }))
}

/** `0.20 0.10` as thicknesses in mm. */
function ringsOf(text: string, perMm: number): number[] | null {
  const found = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((piece) => number(piece))
  return found.some((v) => v === null) ? null : found.map((v) => (v as number) * perMm)
}

/** No flange is thinner than this, no shim thicker: a figure beyond was written in another unit. Mm. */
const usual = { liner: [2, 400], shim: [0.01, 5] } as const

/**
 * Reads a stock file. Nothing of it counts unless all of it can be read.
 *
 * @param engines the shop's engines by name
 * @param makeId gives every part its id
 */
export function readPartsCsv(
  text: string,
  engines: readonly { id: string; name: string }[],
  makeId: () => string,
): PartsFile {
  const file = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  })
  const columns = file.meta.fields ?? []
  const missing = ['kind', 'engine', 'label'].filter((c) => !columns.includes(c))
  const unit = unitOf(columns, 'nominal')
  if (unit === null) missing.push('nominal_mm')
  const problem = (line: number, code: PartsProblem['code'], about: string): PartsProblem => ({
    line,
    code,
    text: about,
  })
  if (missing.length > 0) return { parts: [], problems: [problem(0, 'no-columns', missing.join(', '))] }
  if (unit === 'several' || unit === null)
    return {
      parts: [],
      problems: [problem(0, 'two-units', columns.filter((c) => c.startsWith('nominal_')).join(', '))],
    }
  if (file.data.length === 0) return { parts: [], problems: [problem(0, 'empty', '')] }
  const readUnit = unitOf(columns, 'readings')
  const problems: PartsProblem[] = []
  const parts = file.data.flatMap((row, i): NewPart[] => {
    const line = i + 2
    const refuse = (code: PartsProblem['code'], about: string) => {
      problems.push(problem(line, code, about))
      return []
    }
    const kind = row.kind?.trim().toLowerCase()
    if (kind !== 'liner' && kind !== 'shim') return refuse('bad-kind', row.kind ?? '')
    const engine = engines.find((e) => e.name.toLowerCase() === row.engine?.trim().toLowerCase())
    if (!engine) return refuse('unknown-engine', row.engine ?? '')
    const nominal = number(row[`nominal_${unit}`])
    if (nominal === null) return refuse('no-number', row[`nominal_${unit}`] ?? '')
    const nominalMm = nominal * mmPer[unit]
    const [least, most] = usual[kind]
    if (nominalMm < least || nominalMm > most) return refuse('unit-doubtful', `${nominal} ${unit}`)
    const readings =
      readUnit && readUnit !== 'several' ? readingsOf(row[`readings_${readUnit}`] ?? '', mmPer[readUnit]) : []
    if (readings === null || readings.some((r) => Math.abs(r.valueMm - nominalMm) > Math.max(0.5, nominalMm * 0.5)))
      return refuse('bad-readings', row[`readings_${readUnit}`] ?? '')
    if (readings.length >= 3 && !carriesPlane(readings)) return refuse('too-close', row[`readings_${readUnit}`] ?? '')
    const ringUnit = unitOf(columns, 'rings')
    const rings = ringUnit && ringUnit !== 'several' ? ringsOf(row[`rings_${ringUnit}`] ?? '', mmPer[ringUnit]) : []
    if (rings === null || rings.some((r) => r < usual.shim[0] || r > usual.shim[1]))
      return refuse('bad-rings', row[`rings_${ringUnit}`] ?? '')
    const ringsMm = rings.length > 0 ? { ringsMm: rings } : {}
    const common = { id: makeId(), engineId: engine.id, label: row.label ?? '', nominalMm, readings }
    const only = number(row.only_cylinder)
    if (common.label.trim() === '') return refuse('not-a-part', 'label')
    const part = newPart.safeParse(
      kind === 'liner'
        ? { kind, ...common, material: row.material ?? '', onlyCylinder: only, ...ringsMm }
        : { kind, ...common, material: row.material?.trim() || 'stainless', chamfer: row.chamfer?.trim() || 'none' },
    )
    return part.success ? [part.data] : refuse('not-a-part', part.error.issues.map((p) => String(p.path[0])).join(', '))
  })
  return problems.length > 0 ? { parts: [], problems } : { parts, problems: [] }
}

/**
 * Labels of a file's parts by which they could not be told from others: of the same kind for the same engine, in stock or
 * earlier in the file. A file that was taken away and is read back names everything twice.
 */
export function labelsAgain(parts: readonly NewPart[], stock: Stock): string[] {
  const marked = (kind: NewPart['kind'], engineId: string, label: string) =>
    `${kind} ${engineId} ${label.trim().toLowerCase()}`
  const seen = new Set([
    ...stock.liners.map((l) => marked('liner', l.engineId, l.label)),
    ...stock.shims.map((s) => marked('shim', s.engineId, s.label)),
  ])
  return parts.flatMap(({ kind, engineId, label }) => {
    const mark = marked(kind, engineId, label)
    const again = seen.has(mark)
    seen.add(mark)
    return again ? [label.trim()] : []
  })
}

/** The stock as a file that {@link readPartsCsv} reads back whole. */
export function writePartsCsv(stock: Stock, engines: readonly { id: string; name: string }[]): string {
  const nameOf = (id: string) => engines.find((e) => e.id === id)?.name ?? ''
  const readings = (of: { readings: { angleDeg: number; valueMm: number }[] }) =>
    of.readings.map((r) => `${r.angleDeg}:${r.valueMm}`).join(' ')
  return toCsv([
    [...partColumns],
    ...stock.liners.map((l) => [
      'liner',
      nameOf(l.engineId),
      l.label,
      l.nominalMm,
      l.material,
      '',
      l.onlyCylinder,
      readings(l),
      (l.ringsMm ?? []).join(' '),
    ]),
    ...stock.shims.map((s) => [
      'shim',
      nameOf(s.engineId),
      s.label,
      s.nominalMm,
      s.material,
      s.chamfer,
      null,
      s.readings.length > 0 ? readings(s) : `0:${s.actualMm}`,
      '',
    ]),
  ])
}
