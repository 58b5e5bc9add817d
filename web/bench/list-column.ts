import type { VNodeChild } from 'vue'

/** A column of a list: what it is headed with, what it says of a row, and how that is drawn. */
export interface ListColumn<T> {
  id: string
  header: string
  /** What is searched, sorted and exported; left out where a column says nothing of a row. */
  value?: (row: T) => string | number
  /** What a row is called: it has the most room. */
  main?: boolean
  /** Figures end at the same side. */
  end?: boolean
  /** How it is drawn; left out: the value as it is. */
  cell?: (row: T, value: string | number) => VNodeChild
}

/** What a list is sorted by; null for the order it came in. */
export type ListSort = { id: string; desc: boolean } | null

/** The next order after a touch on a header: up, down, and as it was. */
export function nextSort(now: ListSort, id: string): ListSort {
  if (now?.id !== id) return { id, desc: false }
  return now.desc ? null : { id, desc: true }
}
