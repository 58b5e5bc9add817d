import type { OldPattern } from '#core/works/bushings/read-old'
import type { FigureWriter, Said } from './say-move'

/** What old bushings say together, as a message. */
export function sayPattern({ code, places, passages, oClock }: OldPattern, { list }: Pick<FigureWriter, 'list'>): Said {
  return {
    key: `cam.pattern.${code === 'layers' && passages.length === 0 ? 'layers-none' : code}`,
    params: {
      hour: oClock ?? '',
      places: list(places.map((p) => p.replace('housing-', ''))),
      passages: passages.length > 0 ? list(passages) : '—',
    },
  }
}
