import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref, watch, type Ref } from 'vue'

/** A clock no further off than this is as good as the shop's: correcting it would only shift times about, ms. */
const AS_GOOD_MS = 2000
/** An answer that was longer on its way than this tells too little of the time, ms. */
const TOO_SLOW_MS = 4000
/** From here on a person is told, ms. */
const TOLD_MS = 60_000

/**
 * The shop's time on this device. A tablet's own clock may be minutes off, and a clock that began on one device runs on
 * another: all of them go by the server's, as it was last heard, also while it is away.
 */
export const useShopClock = defineStore('shop-clock', () => {
  /** How far the device's clock is behind the shop's, ms; below zero where it is ahead. */
  const behindMs = useLocalStorage('evenbore.clock-behind', 0)

  /**
   * The server said its time.
   *
   * @param sentMs when it was asked and when the answer came, by this device's clock, ms
   */
  function hear(serverMs: number, sentMs: number, heardMs: number): void {
    const wayMs = heardMs - sentMs
    if (!Number.isFinite(serverMs) || wayMs < 0 || wayMs > TOO_SLOW_MS) return
    const foundMs = Math.round(serverMs - (sentMs + heardMs) / 2)
    // What the way alone may have made of it is no news.
    if (Math.abs(foundMs) <= AS_GOOD_MS + wayMs / 2) behindMs.value = 0
    else if (Math.abs(foundMs - behindMs.value) > AS_GOOD_MS / 2 + wayMs / 2) behindMs.value = foundMs
  }

  const nowMs = () => Date.now() + behindMs.value
  /** The day by UTC, as records have it. */
  const today = () => new Date(nowMs()).toISOString().slice(0, 10)
  /** Full minutes by which a person should know the device's clock to be ahead (above zero) or behind; 0 where they need not. */
  const minutesAhead = () =>
    Math.abs(behindMs.value) < TOLD_MS ? 0 : -Math.sign(behindMs.value) * Math.floor(Math.abs(behindMs.value) / 60_000)
  return { behindMs, hear, nowMs, today, minutesAhead }
})

/** The shop's time, ms, kept up to date on a page. */
export function useShopNow(everyMs: number): Ref<number> {
  const clock = useShopClock()
  const nowMs = ref(clock.nowMs())
  const look = () => (nowMs.value = clock.nowMs())
  useIntervalFn(look, everyMs)
  // What is counted by it must not stand for a moment by the wrong clock.
  watch(() => clock.behindMs, look, { flush: 'sync' })
  return nowMs
}
