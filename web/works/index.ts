import { stageLine, type StageName } from '#core/works/stage-table'
import { bring } from '../app/bring'
import { needWords } from '../app/i18n'
import { parts, type BenchParts } from '../bench/parts'
import type { View } from './views'

const files = import.meta.glob<{ views: Partial<Record<StageName, View>> }>('./*/views.ts', { eager: true })
const views = Object.assign({}, ...Object.values(files).map((f) => f.views)) as Partial<Record<StageName, View>>

const drawn = import.meta.glob<{ parts: Partial<BenchParts> }>('./*/parts.ts')
/** Brings what works draw in the frames of all stages. */
const needParts = async () => {
  for (const part of await Promise.all(Object.values(drawn).map(bring))) Object.assign(parts, part.parts)
}

/** The screen of a stage, with the words of its work. */
export function stageView(stage: StageName): View {
  const view = views[stage]
  if (!view) throw new Error(`The stage ${stage} has no screen: web/works/${stageLine[stage].work}/views.ts`)
  return async () => (await Promise.all([bring(view), needWords(['job', stageLine[stage].work]), needParts()]))[0]
}
