import { nextTick, ref, type Ref } from 'vue'
import { atCylinder, sameSpot } from '#core/job/place'
import type { StageName } from '#core/job/stages'
import { placesOf } from '#core/works/kinds'
import { stageLine } from '#core/works/stage-table'
import { useJob } from '../stores/job'

/** What every stage with a pad does alike: its dialogs, the focus on its box, the next bore, and closing itself. */
export function useBoreStage<D extends string>(stage: () => StageName, pad: Readonly<Ref<{ focus(): void } | null>>) {
  const job = useJob()
  // A stage on which nobody has read anything begins at its first bore, whichever was in hand before.
  const { sets, engine } = job.snapshot!
  if (stageLine[stage()].sets !== null && !sets.some((s) => s.stage === stage()))
    job.selected = engine.banks.flat()[0] ?? job.selected
  const dialog = ref<D | 'close' | 'reopen' | null>(null) as Ref<D | 'close' | 'reopen' | null>

  /** Back to the box, wherever the finger was: the next thing is a reading. */
  function focus(): void {
    void nextTick(() => {
      if (!dialog.value) pad.value?.focus()
    })
  }
  function close(): void {
    dialog.value = null
    setTimeout(focus, 50)
  }
  /** The next place of the stage's work, or the one before; the cylinders as they stand in their rows. */
  function stepCylinder(by: 1 | -1): void {
    const { engine, sheet } = job.snapshot!
    const places = placesOf(stageLine[stage()].work, engine, sheet.sections)
    const cylinders = engine.banks.flat().map(atCylinder)
    const order = places.some((p) => p.place !== null) ? places : cylinders
    const at = order.findIndex((p) => sameSpot(p, job.hand))
    job.select(order[(at + by + order.length) % order.length]!)
  }
  /** Closes the stage or opens it again, as the dialog that stands open says. */
  function finish(note: string): void {
    job.act(
      dialog.value === 'reopen'
        ? { what: 'reopen-stage', stage: stage(), note }
        : { what: 'close-stage', stage: stage(), note },
    )
    close()
  }
  return { dialog, focus, close, stepCylinder, finish }
}
