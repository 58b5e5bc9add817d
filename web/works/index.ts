import { stageLine, type StageName } from '#core/works/stage-table'
import { bring } from '../app/bring'
import { needWords } from '../app/i18n'
import type { View } from './views'

const files = import.meta.glob<{ views: Partial<Record<StageName, View>> }>('./*/views.ts', { eager: true })
const views = Object.assign({}, ...Object.values(files).map((f) => f.views)) as Partial<Record<StageName, View>>

/** The screen of a stage, with the words of its work. */
export function stageView(stage: StageName): View {
  const view = views[stage]
  if (!view) throw new Error(`The stage ${stage} has no screen: web/works/${stageLine[stage].work}/views.ts`)
  return async () => (await Promise.all([bring(view), needWords(['job', stageLine[stage].work])]))[0]
}
