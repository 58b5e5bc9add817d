import { useDebounceFn } from '@vueuse/core'
import { ref, shallowRef, watch, type WatchSource } from 'vue'
import type { ZodType } from 'zod'
import type { ListSort } from '../bench/list-column'
import { readLeniently } from './read-leniently'

const PIECE = 40
const MOST_AT_ONCE = 200

/** What a list asks the store for; left out: as the store has it by itself. */
export interface PieceQuery<S extends string> {
  search?: string
  sort?: S | undefined
  desc?: boolean
  offset?: number
  limit?: number
}
export interface Piece<T> {
  rows: T[]
  total: number
}

/** Asks the server. What has no value is not asked. @param heed told of the answer before it is read */
export async function fetchFrom<T>(
  path: string,
  query: object,
  schema: ZodType<T>,
  heed?: (answer: Response) => void,
): Promise<T> {
  const wanted = Object.entries(query).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]]))
  const response = await fetch(`${path}?${new URLSearchParams(wanted)}`, { signal: AbortSignal.timeout(8000) })
  if (!response.ok) throw new TypeError(String(response.status))
  heed?.(response)
  return readLeniently(schema, await response.json())
}

/** Where the first look at a list is kept on the device, for when the server is away. */
interface Kept<T> {
  /** Whether what is asked now, beside search and order, is that first look. */
  first: () => boolean
  read: () => Promise<Piece<T> | undefined>
  write: (piece: Piece<T>) => Promise<unknown>
}

/**
 * A list that the store searches, sorts and gives out a piece at a time.
 *
 * @param ask one piece, by the list's own question
 * @param of what else the question depends on: the list begins anew when it changes
 */
export function usePagedList<T extends object, S extends string>(
  ask: (query: PieceQuery<S>) => Promise<Piece<T>>,
  of: WatchSource[] = [],
  kept: Kept<T> | null = null,
) {
  const filter = ref('')
  const sort = ref<ListSort>(null)
  const rows = shallowRef<T[] | null>(null)
  const total = ref(0)
  /** The server did not answer; what is shown is what was seen last. */
  const stale = ref(false)
  let asked = 0

  const wanted = (): PieceQuery<S> => ({
    search: filter.value.trim(),
    sort: sort.value?.id as S | undefined,
    desc: sort.value?.desc ?? false,
  })
  const isFirst = () => filter.value === '' && sort.value === null && (kept?.first() ?? false)

  /** Reads the first so many; an answer that comes after a newer question is dropped. */
  async function load(limit = Math.min(MOST_AT_ONCE, Math.max(PIECE, rows.value?.length ?? 0))): Promise<void> {
    const mine = ++asked
    const first = isFirst()
    try {
      const found = await ask({ ...wanted(), limit })
      if (mine !== asked) return
      rows.value = found.rows
      total.value = found.total
      stale.value = false
      if (first) void kept?.write(found)
    } catch {
      if (mine !== asked) return
      stale.value = true
      const known = await kept?.read().catch(() => undefined)
      if (mine !== asked || rows.value !== null || !known) return
      rows.value = known.rows
      total.value = known.rows.length
    }
  }

  /** Reads the next ones behind those that are shown. */
  async function more(): Promise<void> {
    const mine = ++asked
    const there = rows.value ?? []
    const found = await ask({ ...wanted(), offset: there.length, limit: MOST_AT_ONCE }).catch(() => null)
    if (!found || mine !== asked) return
    rows.value = [...there, ...found.rows]
    total.value = found.total
  }

  /** All that is found, piece after piece. */
  async function all(): Promise<T[]> {
    const found: T[] = []
    for (;;) {
      const piece = await ask({ ...wanted(), offset: found.length, limit: MOST_AT_ONCE })
      found.push(...piece.rows)
      if (piece.rows.length === 0 || found.length >= piece.total) return found
    }
  }

  watch([sort, ...of], () => void load(PIECE))
  watch(
    filter,
    useDebounceFn(() => void load(PIECE), 150),
  )
  void load()
  return { filter, sort, rows, total, stale, load, more, all }
}
