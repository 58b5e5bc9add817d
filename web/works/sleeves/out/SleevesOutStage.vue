<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { isClosed } from '#core/job/route'
import { engageThread } from '#core/fasten/engage-thread'
import { lastAt, provenClear, sectionOf, sleeveEntries, sleeveScope } from '#core/works/sleeves/read-sleeves'
import { sleevesOutMove } from '#core/works/sleeves/sleeves-out'
import AskDialog from '../../../bench/AskDialog.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import BarringView from '../BarringView.vue'

const { t } = useI18n()
const { torque, rough, force } = useFigures()
const job = useJob()
const router = useRouter()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => sleevesOutMove(snapshot.value, job.selected))
const closed = computed(() => isClosed(snapshot.value, 'sleeves-out'))
const { closing, asked, answered, go, engine, strike, problem } = useStageWork(() => move.value, {
  'sheet-first': () => void router.push({ name: 'engine', params: { engineId: snapshot.value.engine.id } }),
})
const scope = computed(() => sleeveScope(snapshot.value))
const open = computed(() => scope.value.filter((c) => lastAt(snapshot.value, 'out', c) === null))
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
  const section = sectionOf(snapshot.value)
  // Its core no smaller than the bore by much, its crests inside the wall.
  const fits = (x: (typeof taps)[number]) =>
    x.majorMm - x.pitchMm >= section!.sleeveBoreMm - 0.6 &&
    x.majorMm <= section!.sleeveBoreMm + 2 * section!.wallMm - 0.8
  const tap = section && taps.find(fits)
  if (!section || !tap) return null
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
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1"><BarringView :open="open" :cylinder="job.selected" /></div>
    <template #side>
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
      <p class="text-body" data-part="washer-count">
        {{
          t('sleeve.count-washers', { n: injectors.length, washers: injectors.reduce((sum, i) => sum + i.washers, 0) })
        }}
      </p>
      <div v-if="mine" class="border border-line bg-plate p-3 text-body" data-part="injector-entry">
        <p class="font-bold">{{ t('sleeve.injector') }} {{ mine.trimCode }}</p>
        <p>{{ t('sleeve.washers-came') }}: {{ mine.washers }}</p>
        <button v-if="!closed" type="button" class="key mt-2" @click="strike(mine.id)">{{ t('sleeve.strike') }}</button>
      </div>
      <div v-if="out" class="border border-line bg-plate p-3 text-body" data-part="out-entry">
        <p class="font-bold">{{ t(`sleeve.schools.${out.school}`) }}, {{ torque(out.peakNm) }}</p>
        <p :class="{ 'font-semibold text-outside': !out.chipsOut }">
          {{ t(out.chipsOut ? 'sleeve.chips-out' : 'sleeve.chips-left') }}
        </p>
        <button v-if="!closed" type="button" class="key mt-2" @click="strike(out.id)">{{ t('sleeve.strike') }}</button>
      </div>
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
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.sleeves-out')" :cylinder="job.selected" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
    </template>
  </StageShell>
</template>
