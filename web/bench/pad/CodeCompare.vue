<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { compareCodes } from '#core/bushing/compare-codes'

/** A code digit by digit beside the one of the list: what differs stands out by more than its colour. */
const props = defineProps<{ read: string; listed: string }>()
const { t } = useI18n()
const places = computed(() => compareCodes(props.read, props.listed))
const first = computed(() => places.value.findIndex((p) => !p.same))
const told = computed(() =>
  first.value < 0 ? t('cam.same') : t('cam.differs', { code: props.listed, at: first.value + 1 }),
)
</script>

<template>
  <div data-part="code-compare" :data-same="first < 0">
    <p class="sr-only">{{ told }}</p>
    <table class="figure border-collapse text-lead" aria-hidden="true">
      <tbody>
        <tr v-for="row in ['read', 'listed'] as const" :key="row">
          <td
            v-for="(p, i) in places"
            :key="i"
            class="min-w-6 border px-1 text-center"
            :class="p.same ? 'border-line text-soft' : 'border-2 border-outside font-bold text-outside'"
          >
            {{ p[row] || '·' }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="text-small" :class="first < 0 ? 'text-soft' : 'font-semibold text-outside'">{{ told }}</p>
  </div>
</template>
