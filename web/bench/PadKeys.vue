<script setup lang="ts">
import { CornerDownLeft, Delete, Undo2 } from '@lucide/vue'
import { useI18n } from 'vue-i18n'

/** The keys of the pad for fingers. It hangs on nothing that is typed, so no key stroke draws it anew. */
withDefaults(defineProps<{ zeroAsked?: boolean; own?: 'zero' | 'again' }>(), { own: 'zero' })
const emit = defineEmits<{ press: [key: string]; erase: []; undo: []; zero: []; again: []; take: [] }>()
const { t } = useI18n()
const keys = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '−', '0', '.'] as const
</script>

<template>
  <div
    class="mt-auto grid max-h-[210px] min-h-[178px] flex-1 upright:max-h-[280px] grid-cols-4 grid-rows-4 gap-1.5"
    data-part="keypad"
  >
    <template v-for="(key, i) in keys" :key="key">
      <button type="button" class="key !min-h-[40px] figure !text-head" tabindex="-1" @click="emit('press', key)">
        {{ key }}
      </button>
      <button
        v-if="i === 2"
        type="button"
        class="key !min-h-[40px]"
        tabindex="-1"
        :aria-label="t('pad.delete')"
        @click="emit('erase')"
      >
        <Delete :size="22" aria-hidden="true" />
      </button>
      <button
        v-if="i === 5"
        type="button"
        class="key !min-h-[40px]"
        tabindex="-1"
        :aria-label="t('pad.undo')"
        data-part="undo"
        @click="emit('undo')"
      >
        <Undo2 :size="22" aria-hidden="true" />
      </button>
      <button
        v-if="i === 8 && own === 'again'"
        type="button"
        class="key !min-h-[40px] !px-1"
        tabindex="-1"
        :title="t('turn.again-how')"
        data-part="again-key"
        @click="emit('again')"
      >
        {{ t('turn.again') }}
      </button>
      <button
        v-else-if="i === 8"
        type="button"
        class="key !min-h-[40px] !px-1"
        :class="{ '!border-brass border-2': zeroAsked }"
        tabindex="-1"
        :aria-pressed="zeroAsked"
        data-part="zero-key"
        @click="emit('zero')"
      >
        {{ t('pad.zero-key') }}
      </button>
    </template>
    <button
      type="button"
      class="key !min-h-[40px] !border-ink"
      tabindex="-1"
      :aria-label="t('pad.take')"
      data-part="take"
      @click="emit('take')"
    >
      <CornerDownLeft :size="26" aria-hidden="true" />
    </button>
  </div>
</template>
