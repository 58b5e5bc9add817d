<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Deck } from '#core/works/liners/deck'
import SheetDialog from '../../../bench/SheetDialog.vue'

/** Barring the engine over lifts liners that nothing holds: it voids what was read of them unclamped. */
const props = defineProps<{ open: boolean; deck: Deck }>()
const emit = defineEmits<{ close: []; barred: [] }>()
const { t } = useI18n()
const loose = computed(() =>
  props.deck.cylinders.filter((c) => c.set?.clampNm === 0 && c.judgement && !c.changed).map((c) => c.cylinder),
)
</script>

<template>
  <SheetDialog :open="open" :title="t('beside.barred-title')" @close="emit('close')">
    <p data-part="barred-says">
      {{ loose.length ? t('beside.barred-says', { cylinders: loose.join(' ') }) : t('beside.barred-none') }}
    </p>
    <div class="mt-4 flex gap-2">
      <button type="button" class="key-brass" data-part="barred-yes" @click="emit('barred')">
        {{ t('beside.barred-yes') }}
      </button>
      <button type="button" class="key" @click="emit('close')">{{ t('keys.close') }}</button>
    </div>
  </SheetDialog>
</template>
