import { nextTick, ref, type Ref } from 'vue'
import type { StageName } from '#core/job/stages'
import { useJob } from '../stores/job'

/** What every stage with a pad does alike: its dialogs, the focus on its box, the next bore, and closing itself. */
export function useBoreStage<D extends string>(stage: () => StageName, pad: Readonly<Ref<{ focus(): void } | null>>) {
  const job = useJob()
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
  function stepCylinder(by: 1 | -1): void {
    const order = job.snapshot!.engine.banks.flat()
    job.selected = order[(order.indexOf(job.selected) + by + order.length) % order.length]!
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
