import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref, type WatchSource } from 'vue'
import { usePagedList, type Piece, type PieceQuery } from './paged-list'

interface Row {
  n: number
}
const all = Array.from({ length: 450 }, (_, n) => ({ n }))
const asked: PieceQuery<'n'>[] = []
/** A store that answers from 450 rows, or is away. */
let away = false
async function store(query: PieceQuery<'n'>): Promise<Piece<Row>> {
  asked.push(query)
  if (away) throw new TypeError('away')
  const found = all.filter((r) => String(r.n).includes(query.search ?? ''))
  if (query.desc) found.reverse()
  const from = query.offset ?? 0
  return { rows: found.slice(from, from + (query.limit ?? 40)), total: found.length }
}
const scope = effectScope()
type Kept = Parameters<typeof usePagedList<Row, 'n'>>[2]
const list = (of: WatchSource[] = [], kept: Kept = null) => scope.run(() => usePagedList<Row, 'n'>(store, of, kept))!
const answered = () => vi.advanceTimersByTimeAsync(0)

beforeEach(() => {
  away = false
  asked.length = 0
  vi.useFakeTimers()
})
afterEach(() => vi.useRealTimers())

describe('usePagedList', () => {
  it('shows the first rows, then more of them, and gives all', async () => {
    const { rows, total, more, all: every } = list()
    await answered()
    expect([rows.value?.length, total.value]).toEqual([40, 450])
    await more()
    expect(rows.value).toEqual(all.slice(0, 240))
    expect(await every()).toEqual(all)
  })

  it('searches once the hand rests, and begins anew with another order', async () => {
    const { filter, sort, rows, more } = list()
    await answered()
    await more()
    for (const text of ['4', '44', '449']) {
      filter.value = text
      await vi.advanceTimersByTimeAsync(50)
    }
    await vi.advanceTimersByTimeAsync(200)
    expect(asked.filter((q) => q.search !== '').map((q) => q.search)).toEqual(['449'])
    expect(rows.value).toEqual([{ n: 449 }])
    filter.value = ''
    await vi.advanceTimersByTimeAsync(200)
    sort.value = { id: 'n', desc: true }
    await answered()
    expect(rows.value?.[0]).toEqual({ n: 449 })
    expect(rows.value).toHaveLength(40)
  })

  it('drops an answer that comes after a newer question', async () => {
    const answers: ((piece: Piece<Row>) => void)[] = []
    const slow = () => new Promise<Piece<Row>>((answer) => answers.push(answer))
    const { rows, load } = scope.run(() => usePagedList<Row, 'n'>(slow))!
    void load()
    answers[1]!({ rows: [{ n: 2 }], total: 1 })
    await answered()
    answers[0]!({ rows: [{ n: 1 }], total: 1 })
    await answered()
    expect(rows.value).toEqual([{ n: 2 }])
  })

  it('keeps the first look, shows it when the store is away, and says so', async () => {
    const which = ref('all')
    let known: Piece<Row> | undefined
    const kept = {
      first: () => which.value === 'all',
      read: async () => known,
      write: async (piece: Piece<Row>) => (known = piece),
    }
    list([which], kept)
    await answered()
    expect(known).toEqual({ rows: all.slice(0, 40), total: 450 })
    away = true
    const { rows, stale, load } = list([which], kept)
    await answered()
    expect([rows.value?.length, stale.value]).toEqual([40, true])
    away = false
    await load()
    expect(stale.value).toBe(false)
  })
})
