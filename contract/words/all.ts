import { workNames } from '#core/works/stage-table'
import { sharedWords } from './files'
import { mergeWords, type Messages } from './merge'

/** The words of every work and all that is shared, for whoever needs all of them at once: the record, and tests. */
const files = await Promise.all(
  ['app', ...sharedWords, ...workNames].map(
    async (name) => ((await import(`./en/${name}.json`)) as { default: Messages }).default,
  ),
)
export const en: Messages = mergeWords(...files)
