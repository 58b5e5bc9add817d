<script setup lang="ts">
import { computed, shallowRef, watchEffect } from 'vue'
import { useI18n } from 'vue-i18n'
import { otherSheets } from '#core/job/as-judged'
import type { GateProblem } from '#core/job/gate'
import { isClosed } from '#core/job/route'
import type { StageName } from '#core/job/stages'
import { byEachLimits } from '#core/works/by-each-limits'
import type { StageLogic } from '#core/works/stage-logic'
import { useWords } from '../app/i18n'
import { logicOf } from '../stores/gate'
import { useJob } from '../stores/job'
import { useShopNow } from '../stores/shop-clock'
import { usePlaceName } from './usePlaceName'

/** Where the limits changed under the stage on the screen: by which it is judged, and what the others say of it. */
const { t } = useI18n()
const job = useJob()
const placeName = usePlaceName()
const nowMs = useShopNow(30_000)
const stage = computed(() => (job.stage === 'record' ? null : job.stage))
const others = computed(() => (job.whole && stage.value ? otherSheets(job.whole, stage.value) : []))
const logic = shallowRef<{ stage: StageName; logic: StageLogic } | null>(null)
watchEffect(async () => {
  const of = others.value.length > 0 ? stage.value : null
  if (of) logic.value = { stage: of, logic: await logicOf(of) }
})
const worded = useWords(() => (others.value.length > 0 ? ['told'] : null))

const where = (p: GateProblem) => [...p.cylinders.map(String), ...(p.places ?? []).map(placeName)].join(', ')
const said = computed(() => {
  const [whole, of] = [job.whole, stage.value]
  if (!whole || !of || !worded.value || logic.value?.stage !== of) return null
  const by = byEachLimits(whole, of, logic.value.logic, nowMs.value)
  const [own, ...rest] = by.map((b) => b.sheet.version)
  if (own === undefined || rest.length === 0) return null
  const verdicts = by.map(({ sheet: { version }, problems }) => {
    const said = problems.map((p) => t(`gate.${p.code}`, { cylinders: where(p) })).join(' ')
    const verdict = said || t('limits-note.good')
    return { version, verdict, words: t('limits-note.by', { version, verdict }) }
  })
  const alike = verdicts.every((v) => v.verdict === verdicts[0]!.verdict)
  return {
    head: isClosed(whole, of)
      ? t('limits-note.closed', { version: own, now: whole.sheet.version })
      : t('limits-note.open', { then: rest.join(', '), now: own }),
    verdicts: alike ? [{ version: own, words: t('limits-note.alike', { verdict: verdicts[0]!.verdict }) }] : verdicts,
  }
})
</script>

<template>
  <div v-if="said" class="border-b border-line bg-plate px-3 py-1 text-body" role="status" data-part="limits-note">
    <p class="font-semibold">{{ said.head }}</p>
    <ul>
      <li v-for="v in said.verdicts" :key="v.version">{{ v.words }}</li>
    </ul>
  </div>
</template>
