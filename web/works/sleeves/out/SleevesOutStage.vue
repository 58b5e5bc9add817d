<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { engageThread } from '#core/fasten/engage-thread'
import { removalSchools } from '#core/works/sleeves/kinds'
import { sleevesOut, sleevesStillIn } from '#core/works/sleeves/out/steps'
import { lastAt, provenClear, sleeveEntries, sleeveScope } from '#core/works/sleeves/read-sleeves'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useFigures } from '../../../bench/useFigures'
import BarringView from '../BarringView.vue'
import { useSleeves } from '../useSleeves'

const { t } = useI18n()
const { torque, rough, force } = useFigures()
const hands = useSleeves('sleeves-out', sleevesOut)
const { job, snapshot, section, closed } = hands
const scope = computed(() => sleeveScope(snapshot.value))
const open = computed(() => sleevesStillIn(snapshot.value))
const injectors = computed(() => sleeveEntries(snapshot.value, 'injectors'))
const mine = computed(() => lastAt(snapshot.value, 'injectors', job.selected))
const out = computed(() => lastAt(snapshot.value, 'out', job.selected))
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const gone = lastAt(snapshot.value, 'out', c)
      const asks = scope.value.includes(c)
      return [
        c,
        {
          text: gone ? t('sleeve.out') : asks ? t('sleeve.still-in') : t('sleeve.not-asked'),
          more: asks && !gone && provenClear(snapshot.value, c) ? t('sleeve.proven') : '',
          verdict: gone ? (gone.chipsOut ? ('in' as const) : ('out' as const)) : asks ? ('unsure' as const) : null,
        },
      ]
    }),
  ),
)
/** A thread cut into the scrap sleeve for the puller: a size that its bore offers, and what its own soft metal bears. */
const COPPER_SHEAR_MPA = 130
const STEEL_SHEAR_MPA = 350
const PULL_N = 9000
const taps = [16, 18, 20, 22, 24, 27, 30].map((majorMm) => ({ majorMm, pitchMm: 1.5 }))
const thread = computed(() => {
  const of = section.value
  // Its core no smaller than the bore by much, its crests inside the wall.
  const fits = (x: (typeof taps)[number]) =>
    x.majorMm - x.pitchMm >= of!.sleeveBoreMm - 0.6 && x.majorMm <= of!.sleeveBoreMm + 2 * of!.wallMm - 0.8
  const tap = of && taps.find(fits)
  if (!of || !tap) return null
  const engaged = engageThread({
    thread: tap,
    holeDepthMm: 24,
    leadInMm: 4,
    rodThreadMm: 60,
    forceN: PULL_N,
    useFraction: 0.6,
    holeShearMPa: COPPER_SHEAR_MPA,
    rodShearMPa: STEEL_SHEAR_MPA,
    backOffTurns: 0,
  })
  return { ...tap, ...engaged }
})
</script>

<template>
  <TurnShell
    :hands="hands"
    :words="words"
    :title="t('pad.cylinder', { cylinder: job.selected })"
    :empty="section ? null : t('sleeve.no-section')"
  >
    <BarringView :open="open" :cylinder="job.selected" />
    <template #side>
      <p class="text-body" data-part="washer-count">
        {{
          t('sleeve.count-washers', { n: injectors.length, washers: injectors.reduce((sum, i) => sum + i.washers, 0) })
        }}
      </p>
      <div v-if="mine" class="border border-line bg-plate p-3 text-body" data-part="injector-entry">
        <p class="font-bold">{{ t('sleeve.injector') }} {{ mine.trimCode }}</p>
        <p>{{ t('sleeve.washers-came') }}: {{ mine.washers }}</p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="injector-out" :entry="mine" />
      </div>
      <div v-if="out" class="border border-line bg-plate p-3 text-body" data-part="out-entry">
        <p class="font-bold">{{ t(`sleeve.schools.${out.school}`) }}, {{ torque(out.peakNm) }}</p>
        <p :class="{ 'font-semibold text-outside': !out.chipsOut }">
          {{ t(out.chipsOut ? 'sleeve.chips-out' : 'sleeve.chips-left') }}
        </p>
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="sleeve-out" :entry="out" />
      </div>
      <template v-else-if="provenClear(snapshot, job.selected)">
        <p v-for="school in removalSchools" :key="school" class="text-small">
          <b>{{ t(`sleeve.schools.${school}`) }}</b> {{ t(`sleeve.school-says.${school}`) }}
        </p>
      </template>
      <p v-if="thread && !out" class="text-small text-soft" data-part="thread">
        {{
          t('sleeve.thread', {
            major: thread.majorMm,
            pitch: thread.pitchMm,
            needed: rough(thread.neededMm),
            force: force(PULL_N),
            available: rough(thread.availableMm),
          })
        }}
        ({{ t('sleeve.thread-enough', { allowed: force(thread.allowedN) }) }})
      </p>
      <p class="text-small text-soft">{{ t('sleeve.rag-counted') }}</p>
    </template>
  </TurnShell>
</template>
