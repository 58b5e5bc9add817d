import { shallowRef, type Ref } from 'vue'
import { partList, stock, type PartList, type PartListQuery } from '#contract/shop'
import { partRow, type PartRow } from '../bench/part-rows'
import { fetchFrom, usePagedList } from './paged-list'

/** The list of liners or of shims of the whole shop, with how many there are of each size. */
export function usePartList(kind: Ref<PartListQuery['kind']>) {
  const counts = shallowRef<Pick<PartList, 'of' | 'sizes'> | null>(null)
  const list = usePagedList<PartRow, PartListQuery['sort']>(
    async (query) => {
      const { liners, shims, total, of, sizes } = await fetchFrom(
        '/api/parts',
        { ...query, kind: kind.value },
        partList,
      )
      counts.value = { of, sizes }
      return { rows: [...liners.map((l) => partRow(l, 'liner')), ...shims.map((s) => partRow(s, 'shim'))], total }
    },
    [kind],
  )
  return { ...list, counts }
}

/** One part with its figures of now; null where there is none. */
export async function fetchPart(id: string): Promise<PartRow | null> {
  for (const kind of ['liner', 'shim'] as const) {
    const { liners, shims } = await fetchFrom('/api/parts', { kind, id }, partList)
    const [found] = [...liners.map((l) => partRow(l, 'liner')), ...shims.map((s) => partRow(s, 'shim'))]
    if (found) return found
  }
  return null
}

/** Every liner and shim of the shop, to be taken away as a file. */
export const fetchStock = () => fetchFrom('/api/stock', {}, stock)
