import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import {
  createLanguage,
  createParsedCommandLine,
  createVueLanguagePlugin,
  forEachEmbeddedCode,
} from '@vue/language-core'
import ts from 'typescript'
import { parse } from 'vue/compiler-sfc'

// The native compiler and the native lint know no .vue file: the pages are written down for them as TypeScript.

const SCRIPTS = 'dist/pages/scripts'
const TYPED = 'dist/pages/typed'

const pages = (root: string) =>
  readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.vue'))

function write(path: string, text: string): string {
  mkdirSync(dirname(path), { recursive: true })
  writeFileSync(path, text)
  return path
}

/** Begins a folder anew, with a configuration under which what is in it stands beside what the pages import. */
function begin(folder: string): void {
  rmSync(folder, { recursive: true, force: true })
  const config = {
    extends: relative(folder, 'web/tsconfig.json'),
    compilerOptions: { rootDirs: [relative(folder, 'web'), './web'] },
    include: [relative(folder, 'web/**/*.ts'), './web/**/*.ts'],
  }
  write(join(folder, 'tsconfig.json'), JSON.stringify(config))
}

/** The scripts of a page, each letter where it stands in the page. */
export function scriptsOf(page: string): string {
  const { script, scriptSetup } = parse(page, { sourceMap: false }).descriptor
  const blocks = [script, scriptSetup]
    .filter((block) => block !== null)
    .sort((a, b) => a.loc.start.offset - b.loc.start.offset)
  let text = ''
  for (const { loc, content } of blocks)
    text += page.slice(text.length, loc.start.offset).replace(/[^\r\n]/g, ' ') + content
  return text
}

/** Writes down the scripts of all pages, line by line as in the page. @returns the files, for the lint */
export function writeScripts(): string[] {
  begin(SCRIPTS)
  return pages('web').map((page) =>
    write(join(SCRIPTS, 'web', `${page}.ts`), scriptsOf(readFileSync(join('web', page), 'utf8'))),
  )
}

/** What the Vue language tools made of the pages, and which of the compiler's complaints of it are about a page. */
export interface TypedPages {
  folder: string
  /** @param complaint a line of the compiler's, e.g. `web/App.vue.ts(3,14): error TS2304: …` */
  counts: (complaint: string) => boolean
}

/**
 * Writes down pages as the Vue language tools see them, template and all, for the types.
 *
 * @param folder where to, within this checkout
 * @param names which pages, as below `web/`; all where left out
 */
export function writeTyped(folder = TYPED, names: readonly string[] = pages('web')): TypedPages {
  begin(folder)
  const { options, vueOptions } = createParsedCommandLine(ts, ts.sys, resolve('web/tsconfig.json'))
  const plugin = createVueLanguagePlugin<string>(ts, options, vueOptions, (id) => id)
  const language = createLanguage([plugin], new Map(), () => undefined)
  const written = new Map<string, { text: string; minded: readonly (readonly [from: number, to: number])[] }>()
  for (const page of names) {
    // What the tools write names its helpers from where it lies.
    const path = resolve(folder, 'web', page)
    const text = ts.ScriptSnapshot.fromString(readFileSync(join('web', page), 'utf8'))
    for (const code of forEachEmbeddedCode(language.scripts.set(path, text, 'vue')!.generated!.root)) {
      if (code.id !== 'script_ts') continue
      const minded = code.mappings
        .filter((m) => m.data.verification)
        .flatMap((m) =>
          m.generatedOffsets.map((from, i) => [from, from + (m.generatedLengths ?? m.lengths)[i]!] as const),
        )
      const script = code.snapshot.getText(0, code.snapshot.getLength())
      written.set(write(`${path}.ts`, script), { text: script, minded })
    }
  }
  const counts = (complaint: string): boolean => {
    const [, file, line, column] = /^(.*)\((\d+),(\d+)\): error /.exec(complaint) ?? []
    const page = file === undefined ? undefined : written.get(resolve(file))
    if (!page) return complaint.trim() !== ''
    const lines = page.text.split('\n')
    const at = lines.slice(0, Number(line) - 1).reduce((sum, l) => sum + l.length + 1, Number(column) - 1)
    return page.minded.some(([from, to]) => from <= at && at <= to)
  }
  return { folder, counts }
}
