import { entriesOf } from '#core/works/kinds'
import { lines, title } from '../record/pdf-writer'
import { word } from '../record/words'
import type { RecordWork } from './record-work'

export const record: RecordWork<'gaskets'> = {
  stages: {
    'lay-gaskets': (w) => {
      const laid = entriesOf(w.snapshot, 'gaskets.gaskets') as unknown as { place: string; thicknessMm: number }[]
      return [
        title(word('stage.lay-gaskets')),
        lines(
          laid.map((g) => `${g.place} ${w.length(g.thicknessMm)}`),
          '—',
        ),
      ]
    },
  },
}
