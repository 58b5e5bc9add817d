import { useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Answers } from '#core/job/ask'

/** A turn that is under way on this device: what was answered, in which order, since when. */
export interface TurnDraft {
  answers: Answers
  /** The keys in the order they were answered, the last one last. */
  order: string[]
  /** When the first figure was taken, and the last. */
  fromAt: string
  lastMs: number
  /** Figures that were read more than once, each reading. */
  repeats: Record<string, number[]>
}

/** A turn that nobody went on with for so long is somebody's of before, ms. */
const FORGOTTEN_MS = 60 * 24 * 3_600_000

const KEY = 'evenbore.turns'
function kept(): Record<string, TurnDraft> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, TurnDraft>
  } catch {
    return {}
  }
}

/** Every turn under way on this device: kept as each figure is entered, before anything else is done, whatever happens to the page. */
export const useTurnDrafts = defineStore('turn-drafts', () => {
  const all = shallowRef(kept())
  // Another tab of this device went on with one.
  useEventListener(window, 'storage', ({ key }: StorageEvent) => {
    if (key === KEY) all.value = kept()
  })
  function put(id: string, draft: TurnDraft | null): void {
    const { [id]: _, ...others } = all.value
    const young = Object.entries(others).filter(([, d]) => Date.now() - d.lastMs < FORGOTTEN_MS)
    all.value = { ...Object.fromEntries(young), ...(draft ? { [id]: draft } : {}) }
    localStorage.setItem(KEY, JSON.stringify(all.value))
  }
  return { all, put }
})

/** What names a turn on this device: the job, its stage, where, and what it ends in. */
export const draftId = (jobId: string, stage: string, spot: string, entry: string): string =>
  [jobId, stage, spot, entry].join(' ')
