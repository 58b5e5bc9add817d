<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { RefusedCommand } from '../stores/device-db'
import { useOutbox } from '../stores/outbox'
import SheetDialog from './SheetDialog.vue'
import { useFigures } from './useFigures'
import { usePlaceName } from './usePlaceName'

defineProps<{ open: boolean }>()
const nameOf = usePlaceName()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const { withUnit, when } = useFigures()
const outbox = useOutbox()

function what({ command: { act } }: RefusedCommand): string {
  const value = act.what === 'take-reading' ? withUnit(act.valueMm) : ''
  return t(`act.${act.what}`, {
    value,
    cylinder: 'cylinder' in act ? act.cylinder : '',
    place: 'place' in act && typeof act.place === 'string' ? nameOf(act.place) : '',
  })
}
/** What the refusal names: as it is, or in the trade's words. */
function told({ code, details }: RefusedCommand): string {
  if (code === 'out-of-order') return details.map((d) => t(`order.${d}`)).join('; ')
  if (code === 'stage-begun' || code === 'stage-closed') return details.map((d) => t(`stage.${d}`)).join(', ')
  if (code === 'not-found-there')
    return t('refused.not-there', { kind: t(`finding.${details[0]}`), face: t(`face.${details[1]}`) })
  return code === 'bad-command' || code === 'shim-taken' || code === 'none-in' ? details.join('; ') : ''
}
</script>

<template>
  <SheetDialog :open="open" :title="t('refused.title')" @close="emit('close')">
    <p class="mb-3">{{ t('refused.note') }}</p>
    <ul class="flex flex-col gap-3" data-part="refused-list">
      <li v-for="entry in outbox.refused" :key="entry.order" class="border-l-4 border-outside pl-3">
        <p class="font-semibold">
          {{ what(entry) }} <span class="text-small font-normal text-soft">{{ when(entry.command.at) }}</span>
        </p>
        <p>{{ t(`refusal.${entry.code}`) }} {{ told(entry) }}</p>
        <div class="mt-1 flex gap-2">
          <button type="button" class="key" @click="outbox.sendAgain(entry)">{{ t('refused.again') }}</button>
          <button type="button" class="key" @click="outbox.forget(entry)">{{ t('refused.forget') }}</button>
        </div>
      </li>
    </ul>
    <button type="button" class="key mt-4" @click="emit('close')">{{ t('keys.close') }}</button>
  </SheetDialog>
</template>
