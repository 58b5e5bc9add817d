import { placeWords } from './place'
import { word, type Told } from './told'

/** A place by its name in the trade: `barrel-2` is barrel 2; a cylinder by its number. */
export function placeTold(place: string): Told {
  if (/^\d+$/.test(place)) return place
  const { key, n, along } = placeWords(place)
  return word(key, { placeN: n, ...(along ? { along: word(along) } : {}) })
}
