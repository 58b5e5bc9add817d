<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { isClosed } from '#core/job/route'
import { jointOf, readJoint } from '#core/works/fasteners/read-joint'
import { lastAt, readTip, sectionOf, tipScope } from '#core/works/sleeves/read-sleeves'
import { tipsMove } from '#core/works/sleeves/tips'
import AskDialog from '../../../bench/AskDialog.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import JointDialog from '../../../bench/joint/JointDialog.vue'
import SleeveSection from '../SleeveSection.vue'

const { t } = useI18n()
const { length } = useFigures()
const job = useJob()
const router = useRouter()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => tipsMove(snapshot.value, job.selected))
const closed = computed(() => isClosed(snapshot.value, 'tips'))
const bolts = ref(false)
const { closing, asked, answered, go, engine, strike, problem } = useStageWork(
  () => move.value,
  {
    'sheet-first': () => void router.push({ name: 'engine', params: { engineId: snapshot.value.engine.id } }),
    clamp: () => (bolts.value = true),
    reseat: () => {
      const tip = mine.value.tip
      if (tip) strike(tip.id)
    },
  },
  () => bolts.value,
)
const section = computed(() => sectionOf(snapshot.value))
const scope = computed(() => tipScope(snapshot.value))
const mine = computed(() => readTip(snapshot.value, job.selected))
const clamp = computed(() => section.value?.clampJoint ?? null)
const joint = computed(() => (clamp.value === null ? null : jointOf(snapshot.value, clamp.value)))
const clamped = computed(() => (joint.value ? readJoint(snapshot.value, joint.value, job.selected).done : null))
const trim = computed(() => lastAt(snapshot.value, 'injectors', job.selected)?.trimCode ?? '')
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const tip = readTip(snapshot.value, c)
      return [
        c,
        {
          text: tip.tip ? length(tip.tip.valueMm) : scope.value.includes(c) ? t('rail.open') : t('sleeve.not-asked'),
          more:
            tip.setting?.washersLikely !== undefined && tip.setting.reading !== 'one'
              ? t('sleeve-word.washers', { n: tip.setting.washersLikely })
              : '',
          verdict:
            tip.setting?.reading === undefined
              ? null
              : tip.setting.reading === 'one'
                ? (tip.setting.verdict ?? null)
                : ('out' as const),
        },
      ]
    }),
  ),
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1">
      <SleeveSection v-if="section" :section="section" :cylinder="job.selected" :tip="mine" />
      <p v-else class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">{{ t('sleeve.no-section') }}</p>
    </div>
    <template #side>
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
      <p v-if="trim" class="text-body">
        {{ t('sleeve.injector') }} <b class="figure">{{ trim }}</b>
      </p>
      <p v-if="mine.washerMm !== null" class="text-body">{{ t('sleeve.under', { washer: length(mine.washerMm) }) }}</p>
      <div
        v-if="mine.tip"
        class="border border-line bg-plate p-3 text-body"
        data-part="tip-entry"
        :data-reading="mine.setting?.reading"
      >
        <p class="figure text-figure">
          {{ length(mine.tip.valueMm, section ? [section.tip.minMm, section.tip.maxMm] : []) }}
        </p>
        <p class="font-bold">{{ mine.setting?.reading ? t(`sleeve.reading.${mine.setting.reading}`) : '' }}</p>
        <p>{{ mine.setting?.verdict ? t(`verdict.${mine.setting.verdict}`) : '' }}</p>
        <button v-if="!closed" type="button" class="key mt-2" @click="strike(mine.tip.id)">
          {{ t('sleeve.strike') }}
        </button>
      </div>
      <p v-if="mine.setting" class="text-body" data-part="choice">
        {{
          mine.setting.choiceMm === null
            ? t('sleeve.no-choice')
            : t('sleeve.choice', {
                washer: length(mine.setting.choiceMm),
                tip: length(mine.setting.choiceProtrusionMm!),
              })
        }}
      </p>
      <button v-if="joint" type="button" class="key" data-part="open-bolts" @click="bolts = true">
        {{ t('figures.bolts') }}{{ clamped ? ' ✓' : '' }}
      </button>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.tips')" :cylinder="job.selected" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
      <JointDialog v-if="joint" :open="bolts" :joint="joint" :cylinder="job.selected" @close="bolts = false" />
    </template>
  </StageShell>
</template>
