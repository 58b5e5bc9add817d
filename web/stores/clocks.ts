import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { runningClocks, type RunningClock } from '#contract/shop'
import { worksOf } from '#core/job/stages'
import type { WorkGlance } from '#core/works/stage-logic'
import { logicOfWork } from './gate'
import { useJob } from './job'
import { fetchFrom } from './paged-list'
import { useShopClock, useShopNow } from './shop-clock'

const ASK_MS = 4000
const TICK_MS = 250

/** Whether somebody touched the page; a browser that does not say so lets it be tried. */
const mayBeHeard = () => (navigator as Partial<Navigator>).userActivation?.hasBeenActive ?? true

/** The last minute is heard every ten seconds, the time before it minute by minute. */
const LAST_MS = 60_000

/**
 * The clocks that run in the shop, as the server has them; those of the job on the screen as this
 * device has them, so that they run with the server away too. Each end is heard, whatever is on the screen.
 */
export const useClocks = defineStore('clocks', () => {
  const job = useJob()
  const clock = useShopClock()
  const told = shallowRef<RunningClock[]>([])
  const glances = shallowRef<WorkGlance[]>([])
  const nowMs = useShopNow(TICK_MS)
  /** How often it was heard. */
  const heard = ref(0)
  /** A page just loaded makes no sound until somebody touches it: then it is said, and offered. */
  const silent = ref(!mayBeHeard())
  let sound: AudioContext | null = null

  async function ask(): Promise<void> {
    if (document.hidden) return
    const askedMs = Date.now()
    const heed = ({ headers }: Response) => clock.hear(Number(headers.get('shop-time') ?? NaN), askedMs, Date.now())
    told.value = await fetchFrom('/api/clocks', {}, runningClocks, heed).catch(() => told.value)
  }
  void ask()
  useIntervalFn(() => void ask(), ASK_MS)

  watch(
    () => job.snapshot && worksOf(job.snapshot.job.work).join(),
    async () => {
      const works = job.snapshot ? worksOf(job.snapshot.job.work) : []
      glances.value = await Promise.all(works.map(logicOfWork))
    },
    { immediate: true },
  )
  const own = computed((): RunningClock[] => {
    const s = job.snapshot
    if (!s) return []
    const { id: jobId, title } = s.job
    return glances.value.flatMap((g) => g.clocks?.(s) ?? []).map((c) => ({ jobId, title, ...c }))
  })

  const all = computed(() => {
    const others = told.value.filter((c) => c.jobId !== job.snapshot?.job.id)
    return [...own.value, ...others]
      .map((c) => ({ ...c, leftMs: Date.parse(c.dueAt) - nowMs.value }))
      .sort((a, b) => a.leftMs - b.leftMs)
  })

  async function beep(hertz: number, seconds: number): Promise<void> {
    silent.value = !mayBeHeard()
    if (silent.value) return
    try {
      sound ??= new AudioContext()
      await sound.resume()
      const tone = sound.createOscillator()
      const volume = sound.createGain()
      tone.frequency.value = hertz
      volume.gain.value = 0.25
      tone.connect(volume).connect(sound.destination)
      tone.start()
      tone.stop(sound.currentTime + seconds)
      heard.value += 1
    } catch {
      silent.value = true
    }
  }

  /** The part of its time a clock is in: whenever it changes, it is heard. What only has to be waited for is heard at its end. */
  function part({ leftMs, ends }: { leftMs: number; ends: RunningClock['ends'] }): number {
    if (leftMs <= 0) return -1
    if (ends === 'ready') return 0
    return leftMs < LAST_MS ? Math.ceil(leftMs / 10_000) : 100 + Math.ceil(leftMs / 60_000)
  }
  watch(
    () => all.value.map((c) => `${c.id}:${part(c)}`),
    (now, before = []) => {
      for (const mark of now) {
        if (before.includes(mark)) continue
        const at = Number(mark.slice(mark.lastIndexOf(':') + 1))
        if (at === 0) continue
        // What had ended long before this page was opened needs no sound any more.
        const known = before.some((m) => m.startsWith(mark.slice(0, mark.lastIndexOf(':') + 1)))
        if (at === -1 && known) void beep(330, 1.6)
        else if (at > 0) void beep(at < 100 ? 990 : 660, at < 100 ? 0.25 : 0.15)
      }
    },
    { immediate: true },
  )

  return { all, heard, silent, soundOn: () => void beep(660, 0.2) }
})
