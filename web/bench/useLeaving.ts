import { onBeforeRouteLeave } from 'vue-router'
import type { Move } from '#core/job/move'
import { routeStages } from '#core/job/route'
import { stageLine, stageNames } from '#core/works/stage-table'
import { useDevice } from '../stores/device'
import { useGate } from '../stores/gate'
import { useJob } from '../stores/job'

/** Leaving a stage with everything done, for a later one, closes it; where a name is asked for, it waits for that. */
export function useLeaving(move: () => Move): void {
  const job = useJob()
  const device = useDevice()
  const ready = () => move().action === 'close-stage' && job.snapshot !== null
  const gate = useGate(
    ready,
    () => job.snapshot!,
    () => move().stage,
  )
  onBeforeRouteLeave((to) => {
    const { stage } = move()
    const next = stageNames.find((s) => s === to.name)
    if (!ready() || !next || !device.personId || stageLine[stage].asks || gate.value?.length !== 0) return
    const route = routeStages(job.snapshot!)
    if (route.indexOf(next) > route.indexOf(stage)) job.act({ what: 'close-stage', stage, note: '' })
  })
}
