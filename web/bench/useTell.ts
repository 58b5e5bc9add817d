import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { nameOn } from '#core/job/name-on'
import type { Told } from '#core/job/told'
import { tell, type Teller } from '#contract/words/tell'
import { useJob } from '../stores/job'
import { useFigures } from './useFigures'

/** Tells things in this device's language and units, with the people of the job in hand. */
export function useTell(): (told: Told) => string {
  const { t, te } = useI18n()
  const job = useJob()
  const { length, withUnit, rough, pressure, temperature, torque, money, when, writer } = useFigures()
  const teller = computed<Teller>(() => ({
    word: t,
    has: (key) => te(key),
    length: (valueMm, limitsMm = []) => length(valueMm, limitsMm),
    withUnit,
    rough,
    pressure,
    temperature,
    torque,
    money,
    person: (id, at) => nameOn(job.snapshot?.people ?? [], id ?? undefined, at),
    time: when,
    list: writer.value.list,
  }))
  return (told) => tell(told, teller.value)
}
