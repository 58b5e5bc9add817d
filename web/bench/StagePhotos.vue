<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Photo } from '#core/job/photo'
import { useJob } from '../stores/job'
import PhotoPicker from './PhotoPicker.vue'
import PhotoThumb from './PhotoThumb.vue'
import SheetDialog from './SheetDialog.vue'
import { useFigures } from './useFigures'

/** Photos of one step of the work, taken and looked at; told from others by the words they carry. */
const props = defineProps<{ tag: string; cylinder: number | null; closed?: boolean }>()
const { when } = useFigures()
const job = useJob()
const shown = ref<Photo | null>(null)
const photos = computed(() =>
  job.snapshot!.photos.filter((p) => !p.struck && p.words === props.tag && p.cylinder === props.cylinder),
)
</script>

<template>
  <div class="flex flex-col gap-2" data-part="stage-photos">
    <div v-if="photos.length" class="flex flex-wrap gap-2">
      <PhotoThumb v-for="p in photos" :key="p.id" :photo="p" @open="shown = p" />
    </div>
    <PhotoPicker v-if="!closed" :cylinder="cylinder" :finding-id="null" :words="tag" />
    <SheetDialog :open="shown !== null" wide :title="tag" @close="shown = null">
      <template v-if="shown">
        <img
          :src="`/api/jobs/${job.snapshot!.job.id}/photos/${shown.id}`"
          :alt="shown.words"
          class="max-h-[60vh] w-auto"
        />
        <p class="mt-2 text-body">{{ when(shown.at) }}</p>
      </template>
    </SheetDialog>
  </div>
</template>
