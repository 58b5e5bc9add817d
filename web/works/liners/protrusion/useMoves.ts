import { computed, type ComputedRef } from 'vue'
import { useRouter } from 'vue-router'
import { useGoOn } from '../../../bench/useGoOn'
import { leftMove } from '#core/job/left-move'
import { linerIn } from '#core/job/apply'
import type { Deck } from '#core/works/liners/deck'
import { moveInput, shimOfThickness } from '#core/works/liners/move-input'
import type { NextMove } from '#core/works/liners/deck-move-input'
import { nextMove } from '#core/works/liners/next-move'
import type { MeasuredStage } from '#core/job/stages'
import { useDevice } from '../../../stores/device'
import { useJob } from '../../../stores/job'
import type { useReadingEntry } from '../../../bench/useReadingEntry'
import { newId } from '../../../stores/new-id'

/** The next move of the stage, and what its one button does. */
export function useMoves(
  stage: ComputedRef<MeasuredStage>,
  deck: ComputedRef<Deck | null>,
  entry: ReturnType<typeof useReadingEntry>,
  ask: (what: 'close' | 'reopen' | 'decide') => void,
) {
  const job = useJob()
  const device = useDevice()
  const router = useRouter()
  const goOn = useGoOn()

  const move = computed<NextMove | null>(() => {
    if (!job.snapshot || !deck.value) return null
    const left = leftMove(job.snapshot, stage.value) as NextMove | null
    if (left) return left
    return nextMove(moveInput(job.snapshot, deck.value, job.selected, entry.zeroDue.value))
  })

  function named(): boolean {
    if (device.personId) return true
    entry.problem.value = 'nobody'
    return false
  }

  function cut(leavesMm: number[], expectMm: number, kind: 'rough' | 'finish'): void {
    const cylinder = move.value?.cylinder
    if (!cylinder || !named()) return
    // The pass says that the liner is out: where its placing was recorded, so is its coming out.
    if (job.snapshot && linerIn(job.snapshot, cylinder)?.linerId)
      job.act({ what: 'place-liner', placementId: newId(), cylinder, linerId: null, rotationDeg: 0 })
    job.act({ what: 'cut-pass', cutId: newId(), cylinder, kind, leavesMm, expectMm })
    job.selected = cylinder
  }

  function fitShim(shimId: string | null, expectMm: number): void {
    const cylinder = move.value?.cylinder
    if (!cylinder || !named()) return
    job.act({ what: 'fit-shim', fitId: newId(), cylinder, shimId, expectMm })
    job.selected = cylinder
  }

  function fitPlanned(m: NextMove): void {
    const snapshot = job.snapshot
    const shim =
      snapshot && m.figures.shimMm !== undefined ? shimOfThickness(snapshot, m.figures.shimMm, m.cylinder) : null
    if (shim) fitShim(shim.id, m.figures.expectMm ?? 0)
  }

  /** Reports the correction done that a move to decide upon had offered. */
  function correct(): void {
    const m = move.value
    if (m?.figures.leavesMm) cut(m.figures.leavesMm, m.figures.expectMm ?? 0, m.figures.passKind ?? 'finish')
    else if (m) fitPlanned(m)
  }

  function go(): void {
    const m = move.value
    if (!m) return
    switch (m.action) {
      case 'measure':
        if (m.reason === 'zero-moved' || m.reason === 'rough-readings') entry.openSet()
        else entry.enter()
        break
      case 'close-zero':
        entry.enter()
        break
      case 'repeat':
        entry.choose(m.stationDeg)
        break
      case 'repeat-anew':
        entry.openSet()
        break
      case 'cut':
        cut(m.figures.leavesMm ?? [], m.figures.expectMm ?? 0, m.figures.passKind ?? 'finish')
        break
      case 'shim':
        fitPlanned(m)
        break
      case 'shim-out':
        fitShim(null, m.figures.expectMm ?? 0)
        break
      case 'next-cylinder':
        if (m.cylinder !== null) job.selected = m.cylinder
        break
      case 'close-stage':
        ask('close')
        break
      case 'decide':
        ask('decide')
        break
      case 'back-to-trial':
        void router.push({ name: 'trial-fit' })
        break
      case 'done':
        goOn(stage.value)
        break
      case 'blocked':
        break
    }
  }

  return { move, go, correct, cut, fitShim }
}
