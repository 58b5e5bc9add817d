import { existsSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import type { Snapshot } from '#core/job/snapshot'
import type { LengthUnit } from '#core/units/convert'
import { word } from './words'

export const INK = '#23272B'
export const GREY = '#565B5F'
export const RED = '#A23B2A'

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

/** Photos as JPEG by their ids, those that can be printed. */
export interface Printable extends ReadonlyMap<string, Uint8Array> {
  /** Those that are not shown because their bytes were changed since they were kept. */
  changed?: ReadonlySet<string>
}
export const asPrintable = (photos: ReadonlyMap<string, Uint8Array>, changed: readonly string[]): Printable =>
  Object.assign(new Map(photos), { changed: new Set(changed) })
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
export function shopHead({ shop }: Snapshot): Content[] {
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

/** Lines with dots before them. */
export const lines = (all: readonly string[], more: { margin?: [number, number, number, number] } = {}): Content => ({
  ul: [...all],
  fontSize: 9,
  ...more,
})

/** A page of paper with the foot that every page of a job bears. */
export function paperOf(
  snapshot: Snapshot,
  { paper }: RecordOptions,
  titleWord: string,
  content: Content[],
): TDocumentDefinitions {
  const { job, takenIn } = snapshot
  const from = takenIn.at(-1)
  const foot =
    word('record.footer', { number: job.number, title: job.title }) +
    (from ? ` · ${word('record.footer-from', { shop: from.shop || '—' })}` : '')
  return {
    info: { title: `${job.title} — ${titleWord}` },
    pageSize: paper,
    pageMargins: [40, 40, 40, 46],
    defaultStyle: { font: 'Text', fontSize: 10, color: INK },
    footer: (page, pages) => ({
      text: `${foot}   ${page} / ${pages}`,
      fontSize: 8,
      margin: [40, 10, 40, 0],
      color: GREY,
    }),
    content: [...shopHead(snapshot), ...content],
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
    return [title(name), { text: word('record.part-failed', { stage: name }), bold: true, color: RED }]
  }
}

/** Makes the paper. @returns the bytes of a PDF file */
export function print(definition: TDocumentDefinitions): Promise<Buffer> {
  return pdfmake.createPdf(definition).getBuffer()
}
