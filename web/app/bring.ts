import { defineAsyncComponent, ref, type Component } from 'vue'

const AGAIN_MS = 2000

/** How many parts of the page were asked for and have not come. */
export const partsMissing = ref(0)
/** Whether the server answers all the same: then it has these parts no longer. */
export const partsGone = ref(false)

const rest = (ms: number) => new Promise((done) => setTimeout(done, ms))

/** Brings a part of the page. One that a moment without the server kept back is asked for again until it is here: nobody has to press twice. */
export async function bring<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load()
  } catch {
    partsMissing.value++
  }
  try {
    for (;;) {
      partsGone.value = await fetch('/api/health', { cache: 'no-store' }).then(
        (answer) => answer.ok,
        () => false,
      )
      await rest(AGAIN_MS)
      const part = await load().catch(() => null)
      if (part !== null) return part
    }
  } finally {
    partsMissing.value--
  }
}

/** A component that comes when it is first drawn. */
export const broughtComponent = (load: () => Promise<Component>): Component => defineAsyncComponent(() => bring(load))
