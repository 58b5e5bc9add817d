<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { settling, type Settling } from '#core/whole/settling'
import { fetchFrom } from '../stores/paged-list'
import SchoolRows from './SchoolRows.vue'
import { useFigures } from './useFigures'

/** Engines of this kind that came back: what each liner lost in a thousand hours, when it leaves its window, and which school lasts. Nothing is shown where none came back. */
const props = defineProps<{ engineId: string }>()
const { t } = useI18n()
const { length, torque } = useFigures()
const told = ref<Settling | null>(null)
watch(
  () => props.engineId,
  async (engineId) => {
    told.value = await fetchFrom(`/api/engines/${engineId}/settling`, {}, settling).catch(() => null)
  },
  { immediate: true },
)
const schoolOf = (school: string | null) => (school ? t(`engine.built.${school}`) : t('engine.settled-none'))
const heads = [
  t('engine.settled-built'),
  t('engine.settled-found'),
  t('engine.settled-rate'),
  t('engine.settled-leaves'),
]
const pairs = computed(() =>
  (told.value?.pairs ?? []).map((p) => ({
    key: p.nextId,
    title: t('engine.settled-line', {
      title: p.title,
      hours: p.hours,
      school: schoolOf(p.school),
      torque: torque(p.holdDownNm),
    }),
    rows: p.bores.map((b) => ({
      key: String(b.cylinder),
      name: `${t('engine.settled-bore')} ${b.cylinder}`,
      cells: [
        length(b.builtMm),
        length(b.foundMm),
        length(b.perThousandMm),
        b.leavesInH === null ? t('engine.settled-still') : t('engine.settled-hours', { n: Math.round(b.leavesInH) }),
      ],
    })),
  })),
)
const schoolHeads = [t('engine.settled-engines'), t('engine.settled-rate'), t('engine.settled-spread')]
const schools = computed(() =>
  (told.value?.schools ?? []).map((s) => ({
    key: `${s.school} ${s.holdDownNm}`,
    name: t('engine.settled-school', { school: schoolOf(s.school), torque: torque(s.holdDownNm) }),
    cells: [String(s.engines), length(s.perThousandMm), length(s.spreadMm)],
  })),
)
</script>

<template>
  <section v-if="pairs.length" data-part="settling">
    <h2>{{ t('engine.settling') }}</h2>
    <div class="mt-2 grid grid-cols-2 gap-6 max-[900px]:grid-cols-1">
      <SchoolRows v-for="p in pairs" :key="p.key" :title="p.title" :heads="heads" :rows="p.rows" />
      <SchoolRows :title="t('engine.settled-lasts')" :heads="schoolHeads" :rows="schools" />
    </div>
  </section>
</template>
