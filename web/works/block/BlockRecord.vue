<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Snapshot } from '#core/job/snapshot'
import { blockAt } from '#core/works/block/entries'
import { readLines, readRan } from '#core/works/block/read-block'
import { useFigures } from '../../bench/useFigures'

/** What lies around the liners, on the record: caps, lines of the straight edge, the deck as it ran. */
const props = defineProps<{ snapshot: Snapshot }>()
const { t } = useI18n()
const { length, withUnit } = useFigures()
const out = computed(() => props.snapshot.engine.heads.flat().filter((c) => blockAt(props.snapshot, 'pistons', c)))
const lines = computed(() => readLines(props.snapshot))
const ran = computed(() => readRan(props.snapshot))
</script>

<template>
  <div v-if="out.length || lines.length || ran.length" class="mb-4 text-body" data-part="block-record">
    <p v-if="out.length">{{ t('block.record-out', { cylinders: out.join(' ') }) }}</p>
    <ul v-if="lines.length" class="mt-1 grid grid-cols-2 gap-x-6 max-[900px]:grid-cols-1">
      <li v-for="l in lines" :key="l.entry.id" class="border-b border-line py-0.5">
        {{
          t('block.record-line', {
            face: t(`block.on.${l.entry.on}`),
            head: l.entry.head,
            line: t(`block.line.${l.name ?? 'drawn'}`),
            gap: t('block.gap-line', { gap: withUnit(l.entry.gapMm) }),
          })
        }}
        <b v-if="l.verdict">{{ t(`verdict.${l.verdict}`) }}</b>
      </li>
    </ul>
    <p v-for="r in ran.filter((x) => x.moved)" :key="r.cylinder" class="mt-1">
      {{ t('pad.cylinder', { cylinder: r.cylinder }) }}:
      {{ t(r.droppedMm! > 0 ? 'block.dropped' : 'block.risen', { by: withUnit(Math.abs(r.droppedMm!)) }) }}
      <span class="figure text-soft">{{ r.stations.map((s) => length(s.heightMm)).join('  ') }}</span>
    </p>
  </div>
</template>
