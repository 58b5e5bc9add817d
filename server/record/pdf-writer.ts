import { nameOn } from '#core/job/name-on'
import { existsSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pdfmake from 'pdfmake'
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces'
import { asJudged } from '#core/job/as-judged'
import { signatureState } from '#core/job/signature'
import type { StageName } from '#core/job/stages'
import type { Closure, Snapshot } from '#core/job/snapshot'
import type { Photo } from '#core/job/photo'
import type { LengthUnit } from '#core/units/convert'
import { formatLength } from '#core/units/format-length'
import { formatPressure, formatTemperature, pressureUnit, temperatureUnit } from '#core/units/format-pressure'
import { formatTorque } from '#core/units/format-torque'
import { usualTorqueUnit } from '#core/units/torque-units'
import { formatMoney } from '#core/units/format-money'
import { formatRough, roughUnit } from '#core/units/format-rough'
import { recordLocale, strikeReason, word } from './words'

/** Fonts that the build has unpacked; a packed one of the packages is unpacked anew with every letter. */
const built = fileURLToPath(new URL('./fonts/', import.meta.url))
function font(family: string, weight: number): string {
  const name = `${family}-latin-${weight}-normal`
  const plain = join(built, `${name}.ttf`)
  if (existsSync(plain)) return plain
  return join(
    dirname(createRequire(import.meta.url).resolve(`@fontsource/${family}/package.json`)),
    'files',
    `${name}.woff`,
  )
}
/** A family without a slant of its own. */
const upright = (normal: string, bold: string) => ({ normal, bold, italics: normal, bolditalics: bold })
const fonts = {
  Text: upright(font('archivo-narrow', 400), font('archivo-narrow', 700)),
  Figures: upright(font('red-hat-mono', 500), font('red-hat-mono', 700)),
}
pdfmake.setFonts(fonts)
const fontFiles = new Set(Object.values(fonts).flatMap((family) => Object.values(family)))
// A record is made of what is stored here; it fetches nothing and opens nothing but its fonts.
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path: string) => fontFiles.has(path))

export interface RecordOptions {
  unit: LengthUnit
  paper: 'A4' | 'LETTER'
}

/** Writes figures, names and times the way this record wants them. */
export class Writer {
  constructor(
    readonly snapshot: Snapshot,
    readonly options: RecordOptions,
  ) {}

  /** The same for a stage that was judged by other limits than are in force now. */
  judgedIn(stage: StageName): Writer {
    const snapshot = asJudged(this.snapshot, stage)
    return snapshot === this.snapshot ? this : new Writer(snapshot, this.options)
  }

  length(valueMm: number, limitsMm: readonly number[] = []): string {
    return formatLength(valueMm, { unit: this.options.unit, locale: recordLocale, limitsMm })
  }

  /** A length of a casting: no more digits than a rule shows. */
  rough(valueMm: number): string {
    return `${formatRough(valueMm, this.options.unit, recordLocale)} ${word(`unit.${roughUnit[this.options.unit]}`)}`
  }

  /** Money as this shop writes it. */
  money(value: number): string {
    return formatMoney(value, this.snapshot.shop?.currency ?? '', recordLocale)
  }

  withUnit(valueMm: number): string {
    return `${this.length(valueMm)} ${word(`unit.${this.options.unit}`)}`
  }

  /** A pressure in the gauge's unit, and a temperature beside it, each with its unit. */
  pressure(kPa: number): string {
    const { unit } = this.options
    return `${formatPressure(kPa, unit, recordLocale)} ${word(`unit.${pressureUnit[unit]}`)}`
  }
  temperature(c: number): string {
    const { unit } = this.options
    return `${formatTemperature(c, unit, recordLocale)} ${word(`unit.${temperatureUnit[unit]}`)}`
  }

  /** A torque in the wrench's unit, with it; a dash where nobody looked. */
  torque(valueNm: number | null, down = false): string {
    const { unit } = this.options
    return valueNm === null
      ? '—'
      : `${formatTorque(valueNm, usualTorqueUnit[unit], recordLocale, down)} ${word(`unit.${usualTorqueUnit[unit]}`)}`
  }

  /** How something was struck out, or nothing. */
  strike(struck: { personId: string; at: string; reason: string } | null): string {
    return struck
      ? ` ${word('record.struck', { name: this.person(struck.personId, struck.at), when: this.time(struck.at), reason: strikeReason(struck.reason) })}`
      : ''
  }

  /** @param at when they did it; left out: as they are called now */
  person(id: string | null, at?: string): string {
    return nameOn(this.snapshot.people, id ?? undefined, at)
  }

  /** When something was closed, by the device's clock and by the server's. */
  closedAt({ at, storedAt }: Pick<Closure, 'at' | 'storedAt'>): string {
    return storedAt ? word('record.both-clocks', { at: this.time(at), stored: this.time(storedAt) }) : this.time(at)
  }

  time(iso: string): string {
    return `${iso.slice(0, 10)} ${iso.slice(11, 16)} UTC`
  }
}

/** What must be said of a signature: that it is broken, or cannot be checked; nothing where it stands. */
export function sealWords(snapshot: Snapshot, closure: Closure): string | null {
  const state = signatureState(snapshot, closure)
  return state === 'stands' ? null : word(`record.seal-${state}`)
}
/** The same behind a sentence. */
export const sealAfter = (snapshot: Snapshot, closure: Closure): string => {
  const said = sealWords(snapshot, closure)
  return said ? ` ${said}` : ''
}

/** Photos as JPEG by their ids, those that can be printed. */
export interface Printable extends ReadonlyMap<string, Uint8Array> {
  /** Those that are not shown because their bytes were changed since they were kept. */
  changed?: ReadonlySet<string>
}
export const asPrintable = (photos: ReadonlyMap<string, Uint8Array>, changed: readonly string[]): Printable =>
  Object.assign(new Map(photos), { changed: new Set(changed) })
export const imageOf = (photos: Printable, id: string) =>
  `data:image/jpeg;base64,${Buffer.from(photos.get(id)!).toString('base64')}`
/** What stands under a photo: its cylinder and its words. */
export const photoWords = (p: Photo) =>
  `${p.cylinder === null ? '' : `${word('record.cylinder')} ${p.cylinder}. `}${p.words}`

/** A line that names the photos whose pictures cannot be opened; nothing where all can. */
export function unshownPhotos(all: readonly Photo[], photos: Printable): Content[] {
  const unshown = all.filter((p) => !photos.has(p.id))
  return unshown.length === 0
    ? []
    : [
        {
          ul: unshown.map((p) =>
            word(photos.changed?.has(p.id) ? 'record.photo-changed' : 'record.photo-unshown', {
              words: photoWords(p),
              mark: p.sha256.slice(0, 12),
            }),
          ),
          fontSize: 9,
          margin: [0, 4, 0, 0],
        },
      ]
}

/** A figure in a table. */
export const figure = (value: string, more: object = {}): TableCell => ({
  text: value,
  font: 'Figures',
  fontSize: 8.5,
  alignment: 'right',
  ...more,
})
/** The head of a column. */
export const head = (value: string): TableCell => ({ text: value, bold: true, fontSize: 8.5 })

/** The title of a section. */
export const title = (value: string): Content => ({
  text: value,
  bold: true,
  fontSize: 11.5,
  margin: [0, 10, 0, 3],
  headlineLevel: 1,
})

/** Room below a title that must be left on its page, points: a title stands over what it heads. */
const TITLE_ROOM = 90

/** The shop's name and address, at the head of a paper; nothing where they were not entered. */
export function shopHead({ snapshot: { shop } }: Writer): Content[] {
  if (!shop || (shop.name === '' && shop.address === '')) return []
  const address = shop.address.split(/\s*\n\s*/).filter(Boolean)
  return [
    {
      text: [{ text: shop.name, bold: true }, ...address.map((line) => `  ·  ${line}`)],
      fontSize: 9,
      margin: [0, 0, 0, 3],
    },
  ]
}

/** A table with hairlines: its heads, then its rows. */
export function table(heads: readonly string[], rows: TableCell[][], widths: (number | '*' | 'auto')[]): Content {
  return {
    table: { headerRows: 1, dontBreakRows: true, widths, body: [heads.map(head), ...rows] },
    layout: 'lightHorizontalLines',
  }
}

/** Lines with dots before them; what to say where there is none. */
export function lines(all: readonly string[], none: string): Content {
  return all.length > 0 ? { ul: [...all], fontSize: 9 } : { text: none, fontSize: 9 }
}

/** A page of paper with the foot that every page of a job bears. */
export function paperOf(w: Writer, titleWord: string, content: Content[]): TDocumentDefinitions {
  const { job, takenIn } = w.snapshot
  const from = takenIn.at(-1)
  const foot =
    word('record.footer', { number: job.number, title: job.title }) +
    (from ? ` · ${word('record.footer-from', { shop: from.shop || '—' })}` : '')
  return {
    info: { title: `${job.title} — ${titleWord}` },
    pageSize: w.options.paper,
    pageMargins: [40, 40, 40, 46],
    defaultStyle: { font: 'Text', fontSize: 10, color: '#23272B' },
    footer: (page, pages) => ({
      text: `${foot}   ${page} / ${pages}`,
      fontSize: 8,
      margin: [40, 10, 40, 0],
      color: '#565B5F',
    }),
    content: [...shopHead(w), ...content],
    pageBreakBefore: ({ headlineLevel, startPosition }, nodes) =>
      headlineLevel === 1 &&
      (nodes.getFollowingNodesOnPage().length === 0 ||
        startPosition.top > startPosition.pageInnerHeight + 40 - TITLE_ROOM),
  }
}

/** A part of a paper, by its name; where it cannot be made, that is said in its place and the rest comes. */
export function madeOf(name: string, make: () => Content[]): Content[] {
  try {
    return make()
  } catch (error) {
    console.error(`the part "${name}" of a paper could not be made:`, error)
    return [title(name), { text: word('record.part-failed', { stage: name }), bold: true, color: '#A23B2A' }]
  }
}

/** Makes the paper. @returns the bytes of a PDF file */
export function print(definition: TDocumentDefinitions): Promise<Buffer> {
  return pdfmake.createPdf(definition).getBuffer()
}
