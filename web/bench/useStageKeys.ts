import { useEventListener } from '@vueuse/core'
import { onBeforeUnmount, onMounted, watch } from 'vue'
import { atCylinder, type Spot } from '#core/job/place'
import { useDevice } from '../stores/device'
import { useJob } from '../stores/job'
import { isSecondOf } from './twice'

/** Hands that come back to a stage come back to the work: keys must not fall into the head strip's boxes. */
function leaveHead(): void {
  const on = document.activeElement
  if (on instanceof HTMLElement && on.closest('[data-part=head-strip]')) on.blur()
}

/** Whether a dialog lies over the stage, whoever opened it: keys are for what is in front. */
const isCovered = () => document.querySelector('[role="dialog"]') !== null

/** Moves that Enter does too where nothing has the focus: they report nothing as done, so a key hit twice does no harm. */
const harmless = ['next-cylinder', 'close-stage', 'done']

/** A gauge that types leaves no longer pause between two keys of one line. */
const GAUGE_PAUSE_MS = 600

/**
 * Keys that work anywhere on a stage: n the next move, m the unit, Alt+number a cylinder, and the stage's own.
 * @param move the stage's next move, as the bar shows it
 * @param places where the stage's work is done, if not at the cylinders: Alt+number takes one of them
 */
export function useStageKeys(
  busy: () => boolean,
  move: () => { action: string } | null | undefined,
  acts: { n: () => void } & Record<string, () => void>,
  places?: () => readonly Spot[],
): void {
  const job = useJob()
  const device = useDevice()
  /** When the last key of a figure came that nothing takes; null where none is being typed. */
  let figureAt: number | null = null

  /**
   * A figure typed where nothing takes it, by a person or by a gauge that types (`0.0039 in`, then Enter):
   * its unit's letters and the Enter that ends it are no keys of the stage.
   */
  function ofFigure(event: KeyboardEvent): boolean {
    if ((event.target as HTMLElement).closest('input, select, textarea, [data-part=deck-rail]')) figureAt = null
    // One that chose among keys is no figure.
    else if (/^[\d.,+-]$/.test(event.key)) figureAt = event.defaultPrevented ? null : Date.now()
    else if (figureAt !== null) {
      const ends = event.key === 'Enter'
      const late = Date.now() - figureAt > GAUGE_PAUSE_MS
      figureAt = ends || late ? null : Date.now()
      return ends || !late
    }
    return figureAt !== null
  }

  let timers: ReturnType<typeof setTimeout>[] = []

  /** A dialog that closes gives the focus back a little later, also one that went with the stage before. */
  function leaveHeadSoon(): void {
    timers = [0, 80, 250].map((ms) => setTimeout(leaveHead, ms))
  }

  function onKey(event: KeyboardEvent): void {
    if (busy() || isCovered() || event.ctrlKey || event.metaKey || !job.snapshot) return
    if (event.altKey && /^Digit[1-9]$/.test(event.code)) {
      const n = Number(event.code.slice(5))
      const place = places?.()[n - 1]
      if (place) job.select(place)
      else if (!places && job.snapshot.engine.heads.flat().includes(n)) job.select(atCylinder(n))
      event.preventDefault()
      return
    }
    if (ofFigure(event)) {
      if (event.key === 'Enter') event.preventDefault()
      return
    }
    const target = event.target as HTMLElement
    const typing =
      target instanceof HTMLInputElement &&
      target.type !== 'checkbox' &&
      target.type !== 'radio' &&
      (target.id !== 'reading' || target.value !== '')
    if (event.altKey || typing || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement) return
    const nowhere = target === document.body || (target.id === 'reading' && (target as HTMLInputElement).value === '')
    const goesOn = nowhere && harmless.includes(move()?.action ?? '')
    const all: Record<string, () => void> = {
      ...(goesOn ? { Enter: acts.n } : {}),
      m: () => (device.unit = device.unit === 'mm' ? 'thou' : 'mm'),
      ...acts,
    }
    const act = all[event.key]
    if (!act) return
    event.preventDefault()
    // A key that is held down, or struck twice, does a move once.
    if (act === acts.n && isSecondOf(event)) return
    act()
  }
  useEventListener('keydown', onKey)
  onMounted(leaveHeadSoon)
  watch(busy, (is) => {
    if (!is) leaveHeadSoon()
  })
  onBeforeUnmount(() => timers.forEach(clearTimeout))
}
