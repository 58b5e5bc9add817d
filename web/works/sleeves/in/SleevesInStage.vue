<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { sleevesIn, sleevesNotIn } from '#core/works/sleeves/in/steps'
import { worstVerdict } from '#core/measure/verdict'
import { mandrelFor, readBore, readExpansion, readIn, sleeveScope } from '#core/works/sleeves/read-sleeves'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useFigures } from '../../../bench/useFigures'
import BarringView from '../BarringView.vue'
import SleeveSection from '../SleeveSection.vue'
import { useSendBack } from '../useSendBack'
import { useSleeves } from '../useSleeves'
import MandrelSection from './MandrelSection.vue'

const { t } = useI18n()
const { length } = useFigures()
const back = useSendBack()
const hands = useSleeves('sleeves-in', sleevesIn, {
  'pull-again': () => back(hands.move.value.cylinder!, t(`sleeve.mandrel-grips.${mine.value.drawn!.verdict}`)),
})
const { job, snapshot, section, closed, move, strike } = hands
const scope = computed(() => sleeveScope(snapshot.value))
const open = computed(() => sleevesNotIn(snapshot.value))
const mine = computed(() => readIn(snapshot.value, job.selected))
/** The mandrel that was drawn, or the one that grips here. */
const mandrelMm = computed(
  () =>
    mine.value.steps.filter((s) => s.step === 'drawn').at(-1)?.mandrelMm ?? mandrelFor(snapshot.value, job.selected),
)
const expansion = computed(
  () =>
    mine.value.drawn ??
    (mandrelMm.value === null ? null : readExpansion(snapshot.value, job.selected, mandrelMm.value)),
)
const bars = computed(() => move.value.action === 'bar' || move.value.action === 'prove')
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const s = readIn(snapshot.value, c)
      const last = s.steps.at(-1)
      return [
        c,
        {
          text: s.entry
            ? t('sleeve.in')
            : last
              ? t(`sleeve-word.${last.step}`)
              : scope.value.includes(c)
                ? t('sleeve.out')
                : t('sleeve.not-asked'),
          more: s.drawn && s.entry ? t(`sleeve.mandrel-grips.${s.drawn.verdict}`) : '',
          verdict: s.entry ? worstVerdict([s.grip ?? 'in', s.top ?? 'in']) : last ? ('unsure' as const) : null,
        },
      ]
    }),
  ),
)
/** It was pressed to its seat. */
const isSeated = computed(() => mine.value.entry !== null || mine.value.steps.some((s) => s.step === 'seated'))
</script>

<template>
  <TurnShell
    :hands="hands"
    :words="words"
    :title="t('pad.cylinder', { cylinder: job.selected })"
    :empty="section ? null : t('sleeve.no-section')"
  >
    <template v-if="section">
      <BarringView v-if="bars" :open="open" :cylinder="job.selected" />
      <MandrelSection
        v-else-if="section.kind === 'expanded' && mandrelMm !== null && expansion"
        :section="section"
        :mandrel-mm="mandrelMm"
        :expanded="expansion"
        :head-bore-mm="readBore(snapshot, job.selected).meanMm ?? section.headBoreMm"
      />
      <SleeveSection v-else :section="section" :cylinder="job.selected" bare :lifted="!isSeated" />
    </template>
    <template #side>
      <p v-if="section" class="text-body">{{ t(`sleeve.kind.${section.kind}`) }}</p>
      <ol v-if="mine.steps.length" class="text-body" data-part="steps">
        <li v-for="s in mine.steps" :key="s.id" class="flex items-center gap-2 border-b border-line py-1">
          <span class="flex-1"
            >{{ t(`sleeve-word.${s.step}`) }}{{ s.mandrelMm === null ? '' : ` ${length(s.mandrelMm)}` }}</span
          >
          <button
            v-if="!closed && !mine.entry"
            type="button"
            class="key !min-h-[44px] !px-2 text-small"
            @click="strike(s.id)"
          >
            {{ t('sleeve.strike') }}
          </button>
        </li>
      </ol>
      <dl
        v-if="mine.entry"
        class="grid grid-cols-[1fr_auto] gap-y-1 border border-line bg-plate p-3 text-body"
        data-part="in-entry"
      >
        <template v-if="mine.entry.boreMm !== null">
          <dt>{{ t('sleeve.bore-after') }}</dt>
          <dd class="figure">{{ length(mine.entry.boreMm) }}</dd>
        </template>
        <template v-if="mine.entry.topBelowMm !== null">
          <dt>{{ t('sleeve.top-below') }}</dt>
          <dd class="figure">
            {{ length(mine.entry.topBelowMm) }}{{ mine.top ? ` · ${t(`verdict.${mine.top}`)}` : '' }}
          </dd>
        </template>
      </dl>
      <EntryKeys v-if="mine.entry && !closed" :hands="hands" what="sleeve-in" :entry="mine.entry" />
      <p v-if="section?.topBelow" class="text-small text-soft">
        {{ t('sleeve.top-below') }}:
        {{ t('sleeve.top-window', { min: length(section.topBelow.minMm), max: length(section.topBelow.maxMm) }) }}
      </p>
    </template>
  </TurnShell>
</template>
