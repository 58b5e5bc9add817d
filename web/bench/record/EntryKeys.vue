<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Spot } from '#core/job/place'
import type { EntryWhat } from '#core/works/kinds'
import type { useStage } from '../stage/useStage'

/** What may be done about an entry that is wrong: made again with its figures in the cells, or struck out. */
defineProps<{
  hands: Pick<ReturnType<typeof useStage>, 'strike' | 'turn'>
  what: EntryWhat
  entry: { id: string } & object
  /** Where it is made again, where that is not the place in hand. */
  spot?: Spot
  /** It has no figures of its own: it can only be struck out. */
  plain?: boolean
}>()
const { t } = useI18n()
</script>

<template>
  <div class="flex gap-2" data-part="entry-keys">
    <button
      v-if="!plain"
      type="button"
      class="key flex-1"
      data-part="correct"
      @click="hands.turn.correct(what, entry, spot)"
    >
      {{ t('turn.correct') }}
    </button>
    <button type="button" class="key flex-1" data-part="strike" @click="hands.strike(entry.id)">
      {{ t('turn.strike') }}
    </button>
  </div>
</template>
