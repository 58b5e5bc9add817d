<script setup lang="ts">
import { computed } from 'vue'
import type { Frame } from '#core/drawing/scene'
import { boreOfHead } from '#core/works/sleeves/bores/drawing'
import { useI18n } from 'vue-i18n'
import { readBore, sleeveScope } from '#core/works/sleeves/read-sleeves'
import { sleeveBores } from '#core/works/sleeves/bores/steps'
import SceneDrawing from '../../../bench/drawing/SceneDrawing.vue'
import { useAskedSpots } from '../../../bench/pad/useAskedSpots'
import EntryKeys from '../../../bench/record/EntryKeys.vue'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useFigures } from '../../../bench/useFigures'
import { useSleeves } from '../useSleeves'

const { t } = useI18n()
const { length } = useFigures()
const hands = useSleeves('sleeve-bores', sleeveBores)
const { job, snapshot, section, closed, turn } = hands
const title = computed(() => t('pad.cylinder', { cylinder: job.selected }))
const { spots, choose } = useAskedSpots(turn, 'sleeve-bore')
const draw = (frame: Frame) => boreOfHead(section.value!, mine.value, spots.value, frame)
const scope = computed(() => sleeveScope(snapshot.value))
const mine = computed(() => readBore(snapshot.value, job.selected))
const words = computed(() =>
  Object.fromEntries(
    snapshot.value.engine.heads.flat().map((c) => {
      const bore = readBore(snapshot.value, c)
      return [
        c,
        {
          text:
            bore.meanMm === null
              ? scope.value.includes(c)
                ? t('rail.open')
                : t('sleeve.not-asked')
              : length(bore.meanMm),
          more: bore.entry && !bore.entry.clean ? t('sleeve.not-clean') : '',
          verdict: bore.entry ? (bore.entry.clean ? bore.size : ('unsure' as const)) : null,
        },
      ]
    }),
  ),
)
</script>

<template>
  <TurnShell :hands="hands" :words="words" :title="title" :empty="section ? null : t('sleeve.no-section')">
    <SceneDrawing v-if="section" :draw="draw" @spot="choose" />
    <template #side>
      <p v-if="section" class="text-body">
        {{ t('sleeve.want', { want: length(section.headBoreMm), tol: length(section.headBoreTolMm) }) }}
      </p>
      <dl v-if="mine.entry" class="grid grid-cols-[1fr_auto] gap-y-1 text-body" data-part="bore-figures">
        <dt>{{ t('sleeve.size') }}</dt>
        <dd class="figure">{{ length(mine.meanMm!) }} · {{ t(`verdict.${mine.size}`) }}</dd>
        <dt>{{ t('sleeve.taper') }}</dt>
        <dd class="figure">{{ length(mine.taperMm!) }}</dd>
        <dt>{{ t('sleeve.round') }}</dt>
        <dd class="figure">{{ length(mine.outOfRoundMm!) }}</dd>
        <dt>{{ t(mine.gapMm! >= 0 ? 'sleeve.gap' : 'sleeve.tight') }}</dt>
        <dd class="figure">{{ length(Math.abs(mine.gapMm!)) }}</dd>
        <dt>{{ t('sleeve.damage') }}</dt>
        <dd>{{ t(`sleeve.damages.${mine.entry.damage}`) }}</dd>
        <dt>{{ t('sleeve.clean') }}</dt>
        <dd :class="{ 'font-semibold text-outside': !mine.entry.clean }">
          {{ mine.entry.clean ? '✓' : t('sleeve.not-clean') }}
        </dd>
      </dl>
      <EntryKeys v-if="mine.entry && !closed" :hands="hands" what="sleeve-bore" :entry="mine.entry" />
    </template>
  </TurnShell>
</template>
