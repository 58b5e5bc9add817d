import { useRouter } from 'vue-router'
import { atCylinder } from '#core/job/place'
import { sendBack } from '#core/works/sleeves/send-back'
import { useActs } from '../../bench/useActs'
import { useJob } from '../../stores/job'

/** Sends a sleeve that does not hold back to where sleeves come out, and goes there with it. */
export function useSendBack() {
  const job = useJob()
  const router = useRouter()
  const { act } = useActs()
  return (cylinder: number, note: string): void => {
    if (!sendBack(job.snapshot!, cylinder, note).every(act)) return
    job.select(atCylinder(cylinder))
    void router.push({ name: 'sleeves-out' })
  }
}
