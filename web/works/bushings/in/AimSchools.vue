<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import type { HousingSpot } from '#core/works/bushings/read-bushings'
import { readPlacing, toolFrom, type Aim } from '#core/works/bushings/read-placing'
import { backs, faces, type Back } from '#core/works/bushings/section'
import ChoiceKeys from '../../../bench/ChoiceKeys.vue'
import { useFigures } from '../../../bench/useFigures'

/** The schools before the first blow, each with what it changes in figures. */
const aim = defineModel<Aim>({ required: true })
const props = defineProps<{ snapshot: Snapshot; housing: HousingSpot; forces: Record<Back, number> | null }>()
const { t } = useI18n()
const { force, length, withUnit } = useFigures()
const placing = computed(() => readPlacing(props.snapshot, props.housing, aim.value.from, 'holes'))
const tool = computed(() => toolFrom(props.snapshot, props.housing, aim.value.from))
const percent = (share: number | undefined) => Math.round(100 * (share ?? 0))
const says = computed(() => {
  const placed = placing.value?.placed
  const pilot = tool.value.pilotAt?.replace('housing-', '') ?? null
  return {
    aimFor:
      aim.value.aimFor === 'holes'
        ? t('cam.school-says.holes', {
            best: percent(placed?.best?.minShare),
            depth: placed?.best ? withUnit(placed.best.depthMm) : '—',
          })
        : t('cam.school-says.flush', { flush: percent(placed?.atFlush[0]?.minShare) }),
    from:
      pilot === null
        ? t('cam.school-says.none')
        : t(aim.value.from === props.housing.of.entersFrom ? 'cam.school-says.ahead' : 'cam.school-says.turned', {
            n: pilot,
          }),
    back: t(`cam.school-says.${aim.value.back}`, { force: props.forces ? force(props.forces[aim.value.back]) : '—' }),
  }
})
function set<K extends 'from' | 'back' | 'aimFor'>(key: K, value: string): void {
  aim.value = { ...aim.value, [key]: value }
}
const rows = [
  { key: 'aimFor', options: ['holes', 'flush'], label: 'cam.school.depth', words: 'cam.school' },
  { key: 'from', options: faces, label: 'cam.school.from', words: 'cam.face' },
  { key: 'back', options: backs, label: 'cam.school.back', words: 'cam.back' },
] as const
</script>

<template>
  <fieldset v-for="row in rows" :key="row.key" :data-school="row.key">
    <legend class="mb-1 font-semibold">{{ t(row.label) }}</legend>
    <ChoiceKeys
      :model-value="aim[row.key] as string"
      class="flex flex-wrap gap-1"
      :label="t(row.label)"
      :options="row.options as readonly string[]"
      :word="(o: string) => t(`${row.words}.${o}`)"
      :mark="row.key"
      filled
      @update:model-value="set(row.key, String($event))"
    />
    <p class="mt-1 text-small text-soft">{{ says[row.key] }}</p>
  </fieldset>
  <p v-if="tool.pilotMm !== null" class="text-small text-soft" data-part="pilot">
    {{ t('cam.pilot-in', { n: tool.pilotAt!.replace('housing-', ''), size: length(tool.pilotMm) }) }}
  </p>
</template>
