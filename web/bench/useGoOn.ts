import { useRouter } from 'vue-router'
import { routeStages } from '#core/job/route'
import type { StageName } from '#core/job/stages'
import { useJob } from '../stores/job'

/** Goes on to the stage after a given one on this job's own route, and begins it at the first cylinder. */
export function useGoOn(): (stage: StageName) => void {
  const job = useJob()
  const router = useRouter()
  return (stage) => {
    const route = routeStages(job.snapshot!)
    job.selected = job.snapshot!.engine.heads.flat()[0] ?? 1
    void router.push({ name: route[route.indexOf(stage) + 1] ?? 'record' })
  }
}
