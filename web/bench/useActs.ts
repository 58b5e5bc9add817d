import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { JobAct } from '#contract/commands'
import type { Move } from '#core/job/move'
import { useDevice } from '../stores/device'
import { useJob } from '../stores/job'
import { useGoOn } from './useGoOn'

/** Acts of a stage: each wants a name; without one nothing is done and it is said. */
export function useActs() {
  const { t } = useI18n()
  const job = useJob()
  const device = useDevice()
  const toNext = useGoOn()
  const nobody = ref(false)
  const problem = computed(() => (nobody.value && !device.personId ? t('entry.nobody') : null))

  /** Does it, if somebody is named. @returns whether it was done */
  function act(jobAct: JobAct): boolean {
    nobody.value = !device.personId
    if (nobody.value) return false
    job.act(jobAct)
    return true
  }
  function strike(entryId: string): void {
    act({ what: 'strike-entry', entryId, reason: 'entered-by-mistake' })
  }
  return { act, strike, goOn: (move: Pick<Move, 'stage'>) => toNext(move.stage), problem }
}
