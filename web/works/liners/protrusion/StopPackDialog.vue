<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { NextMove } from '#core/works/liners/deck-move-input'
import type { Snapshot } from '#core/job/snapshot'
import { expectAfterPackMm, packThicknessMm } from '#core/liner/pack'
import SheetDialog from '../../../bench/SheetDialog.vue'
import { useFigures } from '../../../bench/useFigures'

const props = defineProps<{ open: boolean; move: NextMove; snapshot: Snapshot; highMm: number }>()
const emit = defineEmits<{ close: []; cut: [leavesMm: number[], expectMm: number] }>()
const { t } = useI18n()
const { leaf, withUnit } = useFigures()
const chosen = ref<number[]>([])

watch(
  () => props.open,
  (open) => {
    if (open) chosen.value = [...(props.move.figures.leavesMm ?? [])]
  },
)
const packMm = computed(() => packThicknessMm(chosen.value))
const expectMm = computed(() => expectAfterPackMm(props.highMm, packMm.value, props.snapshot.tooling.cutterBiasMm))
const full = computed(() => chosen.value.length >= props.snapshot.tooling.maxLeavesPerPack)

function toggle(leafMm: number): void {
  chosen.value = chosen.value.includes(leafMm)
    ? chosen.value.filter((l) => l !== leafMm)
    : [...chosen.value, leafMm].sort((a, b) => a - b)
}
</script>

<template>
  <SheetDialog :open="open" :title="t('pack.title', { cylinder: move.cylinder ?? '' })" @close="emit('close')">
    <p class="mb-2">{{ t('pack.choose', { most: snapshot.tooling.maxLeavesPerPack }) }}</p>
    <div class="grid grid-cols-5 gap-2">
      <button
        v-for="l in snapshot.tooling.leavesMm"
        :key="l"
        type="button"
        class="key figure !px-1"
        :class="chosen.includes(l) ? '!border-2 !border-brass' : ''"
        :aria-pressed="chosen.includes(l)"
        :disabled="full && !chosen.includes(l)"
        @click="toggle(l)"
      >
        {{ leaf(l) }}
      </button>
    </div>
    <p class="mt-3 text-lead">
      <span class="figure text-figure">{{ withUnit(packMm) }}</span> {{ t('pack.sum', { expect: withUnit(expectMm) }) }}
    </p>
    <div class="mt-4 flex gap-2">
      <button type="button" class="key-brass" :disabled="chosen.length === 0" @click="emit('cut', chosen, expectMm)">
        {{ t('pack.is-cut') }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
