<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { isClosed } from '#core/job/route'
import { protect } from '#core/works/liners/protect/steps'
import { patternOf, usualStopper } from '#core/works/liners/protect/stoppers'
import { openingNames, stopperNames, type OpeningName, type StopperName } from '#core/job/tally-mark'
import { readTally, tallyTotals, type Stopped } from '#core/job/tally'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useActs } from '../../../bench/useActs'
import { useStageKeys } from '../../../bench/useStageKeys'
import { useJob } from '../../../stores/job'
import { newId } from '../../../stores/new-id'
import TallyPlan from './TallyPlan.vue'

const { t } = useI18n()
const job = useJob()
const { act, goOn, problem } = useActs()
const closing = ref<'close' | 'reopen' | null>(null)
const place = ref<OpeningName>('crank-hole')
const item = ref<StopperName>('ear-plug')
const count = ref(1)
watch(place, (p) => (item.value = usualStopper[p]))

const snapshot = computed(() => job.snapshot!)
const move = computed(() => protect.move(snapshot.value, { cylinder: job.selected }))
const signed = computed(() => isClosed(snapshot.value, 'record'))
const still = computed(() => readTally(snapshot.value))
const totals = computed(() => tallyTotals(snapshot.value))
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const n = still.value.filter((s) => s.cylinder === c).reduce((sum, s) => sum + s.count, 0)
      return [c, { text: n > 0 ? t('protect.in', { n }) : '—', verdict: n > 0 ? ('unsure' as const) : null }]
    }),
  ),
)

function putIn(): void {
  act({
    what: 'tally-plug',
    tallyId: newId(),
    cylinder: job.selected,
    goesIn: true,
    place: place.value,
    item: item.value,
    count: count.value,
  })
  count.value = 1
}
/** What sits at the cylinder in hand, at every other one too. */
const photoTags = computed(() => [t('protect.photo'), ...(totals.value.cameOut > 0 ? [t('protect.photo-after')] : [])])
const pattern = computed(() => patternOf(still.value, job.selected, snapshot.value.engine.heads.flat()))
function asHere(): void {
  for (const s of pattern.value) if (!act({ what: 'tally-plug', tallyId: newId(), goesIn: true, ...s })) return
}
function takeOut(s: Stopped): void {
  act({
    what: 'tally-plug',
    tallyId: newId(),
    cylinder: s.cylinder,
    goesIn: false,
    place: s.place,
    item: s.item,
    count: s.count,
  })
}
function go(): void {
  if (move.value.action === 'close-stage') closing.value = 'close'
  else if (move.value.action === 'done') goOn(move.value)
}
useStageKeys(
  () => closing.value !== null,
  () => move.value,
  { n: go, i: putIn },
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <TallyPlan
      :snapshot="snapshot"
      :selected="job.selected"
      :place="place"
      @choose="
        (c, p) => {
          job.selected = c
          place = p
        }
      "
    />
    <section
      class="max-h-[34%] min-h-[120px] overflow-y-auto bg-plate p-3"
      tabindex="0"
      :aria-label="t('protect.list')"
    >
      <div class="flex items-baseline gap-4">
        <h2>{{ t('protect.list') }}</h2>
        <p class="text-body" data-part="tally-totals">
          {{ t('protect.totals', { wentIn: totals.wentIn, cameOut: totals.cameOut, still: totals.stillIn }) }}
        </p>
      </div>
      <p v-if="still.length === 0" class="mt-2 text-body" data-part="empty">
        {{ t(totals.wentIn ? 'protect.all-out' : 'protect.none') }}
      </p>
      <ul class="mt-1 grid grid-cols-2 gap-x-6 max-[1100px]:grid-cols-1">
        <li
          v-for="s in still"
          :key="`${s.cylinder} ${s.place} ${s.item}`"
          class="flex items-center gap-3 border-b border-line py-1 text-body"
          data-part="stopped"
        >
          <b class="w-6">{{ s.cylinder }}</b><span class="flex-1">{{
            t('protect.line', { n: s.count, item: t(`stopper.${s.item}`), place: t(`opening.${s.place}`) })
          }}</span>
          <button v-if="!signed" type="button" class="key" data-part="take-out" @click="takeOut(s)">
            {{ t('protect.out') }}
          </button>
        </li>
      </ul>
    </section>
    <template #side>
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
      <fieldset :disabled="signed">
        <legend class="mb-1 font-semibold">{{ t('protect.where') }}</legend>
        <ChoiceKeys
          v-model="place"
          class="grid grid-cols-3 gap-1.5"
          key-class="!px-1 text-small leading-tight"
          :label="t('protect.where')"
          :options="openingNames"
          :word="(p) => t(`opening.${p}`)"
          mark="place"
          :disabled="signed"
        />
      </fieldset>
      <fieldset :disabled="signed">
        <legend class="mb-1 font-semibold">{{ t('protect.what') }}</legend>
        <ChoiceKeys
          v-model="item"
          class="grid grid-cols-3 gap-1.5"
          key-class="!px-1 text-small leading-tight"
          :label="t('protect.what')"
          :options="stopperNames"
          :word="(s) => t(`stopper.${s}`)"
          mark="stopper"
          :disabled="signed"
        />
      </fieldset>
      <div class="flex items-center gap-2">
        <button
          type="button"
          class="key figure !px-5 text-head"
          :aria-label="t('protect.fewer')"
          :disabled="count <= 1 || signed"
          @click="count--"
        >
          −
        </button>
        <output class="figure w-14 text-center text-large" data-part="tally-count">{{ count }}</output>
        <button
          type="button"
          class="key figure !px-5 text-head"
          :aria-label="t('protect.more')"
          :disabled="count >= 50 || signed"
          data-part="more"
          @click="count++"
        >
          +
        </button>
        <button
          type="button"
          class="key flex-1 !border-2 !border-ink"
          :disabled="signed"
          data-part="put-in"
          @click="putIn"
        >
          {{ t('protect.put-in') }}
        </button>
      </div>
      <button
        v-if="pattern.length > 0"
        type="button"
        class="key"
        :disabled="signed"
        data-part="as-here"
        @click="asHere"
      >
        {{ t('protect.as-here', { cylinder: job.selected }) }}
      </button>
      <!-- One photo stands for many ticks: stopped, and free again. -->
      <template v-for="tag in photoTags" :key="tag">
        <h3 class="text-small font-semibold">{{ tag }}</h3>
        <StagePhotos :tag="tag" :cylinder="null" :closed="signed" />
      </template>
    </template>
  </StageShell>
</template>
