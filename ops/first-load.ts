import { existsSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'

const dist = 'dist/web'
interface Chunk {
  file: string
  imports?: string[]
}

/** The compressed script that some sources need at once, bytes: with all they import, without what they bring later. */
export function bytesOf(sources: readonly string[]): number {
  const manifest = JSON.parse(readFileSync(join(dist, '.vite/manifest.json'), 'utf8')) as Record<string, Chunk>
  const seen = new Set<string>()
  const wanted = [...sources]
  for (let name = wanted.pop(); name !== undefined; name = wanted.pop()) {
    const chunk = manifest[name]
    if (!chunk) throw new Error(`The page has no ${name}`)
    if (seen.has(chunk.file)) continue
    seen.add(chunk.file)
    wanted.push(...(chunk.imports ?? []))
  }
  // What is tiny goes as it is.
  const sent = (file: string) => (existsSync(`${file}.br`) ? `${file}.br` : file)
  return [...seen].reduce((sum, file) => sum + statSync(sent(join(dist, file))).size, 0)
}

/** What a job's trial fit needs before its first reading. */
export const firstLoad = [
  'index.html',
  'pages/JobPage.vue',
  'works/liners/protrusion/ProtrusionStage.vue',
  'works/liners/parts.ts',
  'works/fasteners/parts.ts',
  '../contract/words/en/job.json',
  '../contract/words/en/liners.json',
]
