<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { isClosed } from '#core/job/route'
import { mandrelFor, readBore, readExpansion, readIn, sectionOf, sleeveScope } from '#core/works/sleeves/read-sleeves'
import { sleevesInMove } from '#core/works/sleeves/sleeves-in'
import AskDialog from '../../../bench/AskDialog.vue'
import EngineSwitch from '../../../bench/EngineSwitch.vue'
import StagePhotos from '../../../bench/StagePhotos.vue'
import StageShell from '../../../bench/StageShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useStageWork } from '../../../bench/useStageWork'
import { useJob } from '../../../stores/job'
import BarringView from '../BarringView.vue'
import SleeveSection from '../SleeveSection.vue'
import { useSendBack } from '../useSendBack'
import MandrelSection from './MandrelSection.vue'

const { t } = useI18n()
const { length } = useFigures()
const job = useJob()
const snapshot = computed(() => job.snapshot!)
const move = computed(() => sleevesInMove(snapshot.value, job.selected))
const closed = computed(() => isClosed(snapshot.value, 'sleeves-in'))
const back = useSendBack()
const { closing, asked, answered, go, engine, strike, problem } = useStageWork(() => move.value, {
  'pull-again': () => back(move.value.cylinder!, t(`sleeve.mandrel-grips.${mine.value.drawn!.verdict}`)),
})
const section = computed(() => sectionOf(snapshot.value))
const scope = computed(() => sleeveScope(snapshot.value))
const open = computed(() => scope.value.filter((c) => readIn(snapshot.value, c).entry === null))
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
          verdict: s.entry
            ? s.drawn && s.drawn.verdict !== 'tight'
              ? ('out' as const)
              : (s.top ?? ('in' as const))
            : last
              ? ('unsure' as const)
              : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <StageShell v-model:closing="closing" :move="move" :words="words" :problem="problem" @go="go">
    <div class="min-h-0 flex-1">
      <p v-if="!section" class="h-full bg-layout p-6 text-lead text-scribe" data-part="empty">
        {{ t('sleeve.no-section') }}
      </p>
      <BarringView v-else-if="bars" :open="open" :cylinder="job.selected" />
      <MandrelSection
        v-else-if="section.kind === 'expanded' && mandrelMm !== null && expansion"
        :section="section"
        :mandrel-mm="mandrelMm"
        :expanded="expansion"
        :head-bore-mm="readBore(snapshot, job.selected).meanMm ?? section.headBoreMm"
      />
      <SleeveSection v-else :section="section" :cylinder="job.selected" bare />
    </div>
    <template #side>
      <h2 class="text-head">{{ t('pad.cylinder', { cylinder: job.selected }) }}</h2>
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
      <button v-if="mine.entry && !closed" type="button" class="key" @click="strike(mine.entry.id)">
        {{ t('sleeve.strike') }}
      </button>
      <p v-if="section?.topBelow" class="text-small text-soft">
        {{ t('sleeve.top-below') }}:
        {{ t('sleeve.top-window', { min: length(section.topBelow.minMm), max: length(section.topBelow.maxMm) }) }}
      </p>
      <EngineSwitch v-if="engine.there.value && !closed" v-model="engine.wanted.value" :asking="engine.asking.value" />
      <StagePhotos :tag="t('stage.sleeves-in')" :cylinder="job.selected" :closed="closed" />
    </template>
    <template #dialogs>
      <AskDialog :move="asked" @close="asked = null" @answer="answered" />
    </template>
  </StageShell>
</template>
