<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import type { HousingSpot } from '#core/works/bushings/read-bushings'
import { readPlacing, toolFrom, type Aim } from '#core/works/bushings/read-placing'
import { backs, faces, type Back, type Face } from '#core/works/bushings/section'
import { useFigures } from '../../../bench/useFigures'

/** The schools before the first blow, each with what it changes in figures. */
const props = defineProps<{
  aim: Aim
  snapshot: Snapshot
  housing: HousingSpot
  forces: Record<Back, number> | null
}>()
const { t } = useI18n()
const { force, length, withUnit } = useFigures()
const percent = (share: number | undefined) => Math.round(100 * (share ?? 0))
const pilotFrom = (from: Face) => toolFrom(props.snapshot, props.housing, from).pilotAt?.replace('housing-', '') ?? null
/** Each school and what it changes; the one that is chosen stands out. */
const rows = computed(() => {
  const { placed } = readPlacing(props.snapshot, props.housing, props.aim.from, 'holes') ?? {}
  const fromSays = (from: Face) => {
    const n = pilotFrom(from)
    if (n === null) return t('cam.school-says.none')
    return t(from === props.housing.of.entersFrom ? 'cam.school-says.ahead' : 'cam.school-says.turned', { n })
  }
  const backSays = (back: Back) =>
    t(`cam.school-says.${back}`, { force: props.forces ? force(props.forces[back]) : '—' })
  return [
    {
      key: 'aimFor',
      label: t('cam.school.depth'),
      schools: [
        {
          value: 'holes',
          word: t('cam.school.holes'),
          says: t('cam.school-says.holes', {
            best: percent(placed?.best?.minShare),
            depth: placed?.best ? withUnit(placed.best.depthMm) : '—',
          }),
        },
        {
          value: 'flush',
          word: t('cam.school.flush'),
          says: t('cam.school-says.flush', { flush: percent(placed?.atFlush[0]?.minShare) }),
        },
      ],
    },
    {
      key: 'from',
      label: t('cam.school.from'),
      schools: faces.map((value) => ({ value, word: t(`cam.face.${value}`), says: fromSays(value) })),
    },
    {
      key: 'back',
      label: t('cam.school.back'),
      schools: backs.map((value) => ({ value, word: t(`cam.back.${value}`), says: backSays(value) })),
    },
  ] as const
})
const tool = computed(() => toolFrom(props.snapshot, props.housing, props.aim.from))
</script>

<template>
  <section v-for="row in rows" :key="row.key" :data-school="row.key">
    <h3 class="font-semibold">{{ row.label }}</h3>
    <p
      v-for="s in row.schools"
      :key="s.value"
      class="border-l-4 pl-2 text-small"
      :class="aim[row.key] === s.value ? 'border-brass' : 'border-transparent text-soft'"
    >
      <b>{{ s.word }}</b> {{ s.says }}
    </p>
  </section>
  <p v-if="tool.pilotMm !== null" class="text-small text-soft" data-part="pilot">
    {{ t('cam.pilot-in', { n: tool.pilotAt!.replace('housing-', ''), size: length(tool.pilotMm) }) }}
  </p>
</template>
