<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Photo } from '#core/job/photo'
import { deviceDb } from '../stores/device-db'
import { useJob } from '../stores/job'
import { useOutbox } from '../stores/outbox'

const props = defineProps<{ photo: Photo }>()
const emit = defineEmits<{ open: [] }>()
const { t } = useI18n()
const job = useJob()
const outbox = useOutbox()
/** Not at the server yet: shown from the device. */
const waits = computed(() =>
  outbox.queue.some((q) => q.command.act.what === 'add-photo' && q.command.act.photoId === props.photo.id),
)
const local = ref<string | null>(null)
watch(
  waits,
  async (is) => {
    if (!is || local.value) return
    const kept = await deviceDb()
      .then((db) => db.get('photos', props.photo.id))
      .catch(() => undefined)
    if (kept) local.value = URL.createObjectURL(new Blob([kept.content], { type: kept.mime }))
  },
  { immediate: true },
)
onBeforeUnmount(() => local.value && URL.revokeObjectURL(local.value))
const url = computed(
  () => local.value ?? (waits.value ? '' : `/api/jobs/${job.snapshot!.job.id}/photos/${props.photo.id}`),
)
</script>

<template>
  <button
    type="button"
    class="block h-[72px] w-[96px] overflow-hidden border border-line bg-plate"
    :aria-label="t('photo.show', { words: photo.words })"
    data-part="photo"
    :data-waits="waits"
    @click="emit('open')"
  >
    <img v-if="url" :src="url" alt="" class="h-full w-full object-cover" />
  </button>
</template>
