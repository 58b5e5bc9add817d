import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { stock as stockSchema, type Stock } from '#contract/shop'
import { readLeniently } from './read-leniently'

/** Every liner and shim of the shop, for the pages outside a job. */
export const useStock = defineStore('stock', () => {
  const stock = shallowRef<Stock | null>(null)
  const away = ref(false)

  async function load(): Promise<void> {
    try {
      const response = await fetch('/api/stock', { signal: AbortSignal.timeout(15_000) })
      if (!response.ok) throw new TypeError(String(response.status))
      stock.value = readLeniently(stockSchema, await response.json())
      away.value = false
    } catch {
      away.value = true
    }
  }

  return { stock, away, load }
})
