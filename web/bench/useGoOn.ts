import { useRouter } from 'vue-router'
import { isClosed, routeStages } from '#core/job/route'
import { atCylinder } from '#core/job/place'
import type { StageName } from '#core/job/stages'
import { placesOf } from '#core/works/kinds'
import { stageLine } from '#core/works/stage-table'
import { useJob } from '../stores/job'

/** Goes on to the next open stage after a given one on this job's own route, and begins it at the first of its places. */
export function useGoOn(): (stage: StageName) => void {
  const job = useJob()
  const router = useRouter()
  return (stage) => {
    const route = routeStages(job.snapshot!)
    const after = route.slice(route.indexOf(stage) + 1)
    // What is closed already lies behind.
    const next = after.find((s) => !isClosed(job.snapshot!, s)) ?? after[0] ?? 'record'
    const { engine, sheet } = job.snapshot!
    job.select(placesOf(stageLine[next].work, engine, sheet.sections)[0] ?? atCylinder(1))
    void router.push({ name: next })
  }
}
