<script setup lang="ts">
import { watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import type { LinerMatch } from '#core/liner/match-liners'
import { windowWith } from '#core/works/liners/windows'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useFigures } from '../../../bench/useFigures'
import WindowGlyph from '../../../bench/WindowGlyph.vue'
import type { useRepairPlan } from './useRepairPlan'

const props = defineProps<{ open: boolean; repair: ReturnType<typeof useRepairPlan>; snapshot: Snapshot }>()
const emit = defineEmits<{ close: []; use: [] }>()
const { t } = useI18n()
const { length } = useFigures()
const { match, matched, matching, matchProblem } = props.repair
const windowOf = ({ shimMm }: { shimMm: number }) => windowWith(props.snapshot.sheet, shimMm > 0)
const boreOf = (cylinder: number) => matched.value?.bores.find((b) => b.cylinder === cylinder) ?? null
/** What is known of a match that was stopped before its proof. */
function stopped({ bound }: LinerMatch): string {
  if (!bound || bound.value <= 0) return t('match.stopped.open')
  return t(`match.stopped.${bound.level}`, { value: bound.level === 'outOfSpec' ? bound.value : length(bound.value) })
}
const labelOf = (id: string) => props.snapshot.liners.find((l) => l.id === id)?.label ?? id

watch(
  () => props.open,
  (open) => {
    if (open) void props.repair.findMatch()
  },
)
</script>

<template>
  <SheetDialog :open="open" wide :title="t('match.title')" @close="emit('close')">
    <p class="text-body">{{ t('match.what') }}</p>
    <p v-if="matchProblem" class="mt-2 border-l-4 border-outside pl-2 font-semibold" data-part="match-problem">
      {{ matchProblem }}
    </p>
    <div v-if="match" class="mt-3" data-part="match" :data-proven="match.proven">
      <p class="text-lead font-bold" role="status">
        {{
          match.proven
            ? t('match.proven')
            : matching
              ? t(`match.looking.${match.bound?.level ?? 'worstStepMm'}`)
              : stopped(match)
        }}
      </p>
      <dl class="mt-1 flex flex-wrap gap-x-6 text-body">
        <div class="flex gap-2">
          <dt>{{ t('match.out') }}</dt>
          <dd class="figure font-bold" data-part="match-out">{{ match.objective.outOfSpec }}</dd>
        </div>
        <div class="flex gap-2">
          <dt>{{ t('match.step') }}</dt>
          <dd class="figure font-bold" data-part="match-step">{{ length(match.objective.worstStepMm) }}</dd>
        </div>
        <div class="flex gap-2">
          <dt>{{ t('match.deviation') }}</dt>
          <dd class="figure font-bold">{{ length(match.objective.deviationMm) }}</dd>
        </div>
      </dl>
      <table class="mt-2 w-full text-left text-body">
        <thead>
          <tr class="border-b-2 border-ink text-small">
            <th v-for="c in ['cylinder', 'liner', 'turn', 'shim', 'expect'] as const" :key="c" class="py-1">
              {{ t(`repair.bore.${c}`) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="a in match.assignment" :key="a.cylinder" class="border-b border-line">
            <th class="py-1.5">{{ a.cylinder }}</th>
            <td>{{ labelOf(a.linerId) }}</td>
            <td class="figure">{{ t('repair.degrees', { deg: a.rotationDeg }) }}</td>
            <td class="figure">{{ a.shimMm > 0 ? length(a.shimMm) : '—' }}</td>
            <td>
              <span class="flex items-center gap-2"
                ><span class="figure">{{ length(a.centreMm, [windowOf(a).minMm, windowOf(a).maxMm]) }}</span
                ><WindowGlyph
                  v-if="boreOf(a.cylinder)"
                  :value-mm="a.centreMm"
                  :min-mm="windowOf(a).minMm"
                  :max-mm="windowOf(a).maxMm"
                  :verdict="boreOf(a.cylinder)!.verdict"
                  :width="58"
                /><span class="text-small text-soft">{{ t('repair.lean', { lean: length(a.tiltMm) }) }}</span
                ><b v-if="boreOf(a.cylinder)?.verdict === 'out'" class="text-outside">{{
                  t('match.must-cut')
                }}</b></span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else-if="matching" class="mt-3" role="status">{{ t('match.begun') }}</p>
    <div class="mt-4 flex gap-2">
      <button v-if="matching" type="button" class="key" data-part="match-stop" @click="repair.stop()">
        {{ t('repair.stop') }}
      </button>
      <button
        type="button"
        class="key-brass disabled:opacity-50"
        :disabled="!matched || matching"
        data-part="match-use"
        @click="emit('use')"
      >
        {{ t('match.use') }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
