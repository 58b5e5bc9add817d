import { useI18n } from 'vue-i18n'
import { placeWords } from '#core/job/place'

/** What a place is called: its kind's word, with its number. */
export function usePlaceName(): (place: string) => string {
  const { t } = useI18n()
  return (place) => {
    const { key, n, along } = placeWords(place)
    return t(key, { placeN: n, ...(along ? { along: t(along) } : {}) })
  }
}
