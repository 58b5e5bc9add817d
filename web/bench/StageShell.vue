<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Move } from '#core/job/move'
import { isClosed } from '#core/job/route'
import { useJob } from '../stores/job'
import { useShop } from '../stores/shop'
import { CloseStageDialog } from './dialogs'
import MoveBar from './MoveBar.vue'
import { parts, type RingWord } from './parts'
import { usePlaceName } from './usePlaceName'

/** The frame of a stage that measures nothing: the rail of its work (a deck with a word in each ring where it brings none), the work, what is in hand, and the next move. */
const props = defineProps<{ move: Move; words?: Record<number, RingWord>; problem?: string | null }>()
const emit = defineEmits<{ go: [] }>()
/** Whether the stage's own closing stands open, and which way. */
const closing = defineModel<'close' | 'reopen' | null>('closing', { default: null })
const { t } = useI18n()
const job = useJob()
const shop = useShop()
const snapshot = computed(() => job.snapshot!)
const nameOf = usePlaceName()
const placeName = computed(() => (job.place === null ? null : nameOf(job.place)))
const closed = computed(() => isClosed(snapshot.value, props.move.stage))

function finish(note: string): void {
  const { stage } = props.move
  job.act(closing.value === 'reopen' ? { what: 'reopen-stage', stage, note } : { what: 'close-stage', stage, note })
  closing.value = null
}
</script>

<template>
  <div class="flex h-full min-h-0 flex-col" :data-stage="move.stage">
    <slot name="rail">
      <component
        :is="parts.deckRail"
        v-if="job.decks || words"
        :engine="snapshot.engine"
        :deck="job.decks?.['as-found']"
        :limits="snapshot.sheet.limits"
        :words="words"
        :selected="job.selected"
        @select="(c: number) => (job.selected = c)"
      />
    </slot>
    <div class="flex min-h-0 flex-1 upright:flex-col">
      <div class="flex min-h-0 min-w-0 flex-1 flex-col gap-px bg-line"><slot /></div>
      <aside
        class="pad-frame flex flex-col gap-3 overflow-y-auto p-4 upright:h-auto upright:max-h-[46%]"
        :aria-label="placeName ?? t('pad.cylinder', { cylinder: job.selected })"
        data-part="side"
      >
        <slot name="side" />
        <p v-if="problem" class="border-l-4 border-outside pl-2 font-semibold" role="alert" data-part="problem">
          {{ problem }}
        </p>
        <span class="flex-1" />
        <button
          v-if="closed && !isClosed(snapshot, 'record')"
          type="button"
          class="key"
          data-part="reopen"
          @click="closing = 'reopen'"
        >
          {{ t('pad.reopen') }}
        </button>
      </aside>
    </div>
    <MoveBar :move="move" @go="emit('go')"><slot name="bar" /></MoveBar>
    <CloseStageDialog
      :open="closing !== null"
      :mode="closing ?? 'close'"
      :snapshot="snapshot"
      :stage="move.stage"
      :person="shop.person"
      @close="closing = null"
      @done="finish"
    />
    <slot name="dialogs" />
  </div>
</template>
