<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { jointAt } from '#core/works/fasteners/read-joint'
import { lastAt, readTip, tipScope } from '#core/works/sleeves/read-sleeves'
import { RESEATED, tipsStage } from '#core/works/sleeves/tips/steps'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useActs } from '../../../bench/useActs'
import SleeveSection from '../SleeveSection.vue'
import { useSleeves } from '../useSleeves'

const { t } = useI18n()
const { act } = useActs()
const { length } = useFigures()
const hands = useSleeves('tips', tipsStage, {
  reseat: () => {
    const { tip } = mine.value
    if (tip) act({ what: 'strike-entry', entryId: tip.id, reason: RESEATED })
  },
})
const { job, snapshot, section, closed } = hands
const title = computed(() => t('pad.cylinder', { cylinder: job.selected }))
const scope = computed(() => tipScope(snapshot.value))
const mine = computed(() => readTip(snapshot.value, job.selected))
const joint = computed(() => jointAt(snapshot.value, section.value?.clampJoint, job.selected))
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
  <TurnShell
    :hands="hands"
    :joint="joint"
    :words="words"
    :title="title"
    :empty="section ? null : t('sleeve.no-section')"
  >
    <SleeveSection v-if="section" :section="section" :cylinder="job.selected" :tip="mine" />
    <template #side>
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
        <EntryKeys v-if="!closed" class="mt-2" :hands="hands" what="measure-tip" :entry="mine.tip" />
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
    </template>
  </TurnShell>
</template>
