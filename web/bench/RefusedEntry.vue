<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { entryFigures, isEntry } from '#core/works/entry-figures'
import { joined } from '#core/job/told'
import type { RefusedCommand } from '../stores/device-db'
import { useOutbox } from '../stores/outbox'
import { useFigures } from './useFigures'
import { usePlaceName } from './usePlaceName'
import { useTell } from './useTell'

/** What was not taken, with its figures, why, and what may become of it. */
const props = defineProps<{ entry: RefusedCommand }>()
const { t } = useI18n()
const { withUnit, when } = useFigures()
const nameOf = usePlaceName()
const tell = useTell()
const outbox = useOutbox()
const figures = computed(() => {
  const { act } = props.entry.command
  const all = isEntry(act.what) ? entryFigures(act.what, act as unknown as Record<string, unknown>) : []
  return all.length > 0 ? `: ${tell(joined(all, ', '))}` : ''
})

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
  <div class="border-l-4 border-outside pl-3">
    <p class="font-semibold">
      {{ what(entry) }}{{ figures }}
      <span class="text-small font-normal text-soft">{{ when(entry.command.at) }}</span>
    </p>
    <p data-part="refusal">{{ t(`refusal.${entry.code}`) }} {{ told(entry) }}</p>
    <div class="mt-1 flex flex-wrap gap-2">
      <button type="button" class="key" data-part="send-again" @click="outbox.sendAgain(entry)">
        {{ t('refused.again') }}
      </button>
      <button type="button" class="key" data-part="put-away" @click="outbox.forget(entry)">
        {{ t('refused.forget') }}
      </button>
      <slot />
    </div>
  </div>
</template>
