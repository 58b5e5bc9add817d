<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { compareWithDry } from '#core/works/liners/compare-dry'
import type { Snapshot } from '#core/job/snapshot'
import { shiftTold } from '#core/works/liners/told'
import { useTell } from '../../../bench/useTell'

const props = defineProps<{ snapshot: Snapshot; cylinder: number }>()
const emit = defineEmits<{ select: [cylinder: number] }>()
const { t } = useI18n()
const tell = useTell()
const all = computed(() => compareWithDry(props.snapshot))
const mine = computed(() => all.value.find((c) => c.cylinder === props.cylinder) ?? null)
/** It stood dry: then it is only not measured here yet. */
const dryRead = computed(() =>
  props.snapshot.sets.some((s) => !s.struck && s.stage === 'trial-fit' && s.cylinder === props.cylinder),
)
const others = computed(() => all.value.filter((c) => c.cause !== 'same' && c.cylinder !== props.cylinder))
</script>

<template>
  <section
    class="max-h-[104px] overflow-y-auto border-t border-line bg-plate px-3 py-1.5 text-small leading-snug"
    tabindex="0"
    :aria-label="t('dry.name')"
    data-part="dry-note"
    :data-cause="mine?.cause ?? 'none'"
    :data-sure="mine?.sure ?? false"
  >
    <p :class="{ 'font-bold': mine?.sure && mine.cause !== 'same' }">
      <b>{{ t('dry.name') }}</b>
      {{ mine ? tell(shiftTold(mine)) : t(dryRead ? 'dry.not-yet' : 'dry.none', { cylinder }) }}
      <span v-if="mine?.sure && mine.cause !== 'same'" class="text-outside">{{ t('dry.pull-it') }}</span>
    </p>
    <p v-if="others.length">
      {{ t('dry.others') }}
      <button
        v-for="c in others"
        :key="c.cylinder"
        type="button"
        class="mr-2 min-h-[32px] font-semibold underline"
        @click="emit('select', c.cylinder)"
      >
        {{ t(`dry.short.${c.cause}`, { cylinder: c.cylinder }) }}
      </button>
    </p>
  </section>
</template>
