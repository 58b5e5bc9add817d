<script setup lang="ts">
import { Camera, ImagePlus } from '@lucide/vue'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { newId } from '../stores/new-id'
import { keepPhoto } from '../stores/photos'
import { useJob } from '../stores/job'
import { shrinkPhoto, type PhotoProblem } from './shrink-photo'
import { useActs } from './useActs'

const props = defineProps<{ cylinder: number | null; findingId: string | null; words?: string }>()
const emit = defineEmits<{ added: [photoId: string] }>()
const { t } = useI18n()
const job = useJob()
const { act, problem: nobody } = useActs()
const problem = ref<PhotoProblem | 'device-full' | null>(null)
const busy = ref(false)
const size = ref('')

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  problem.value = null
  size.value = (file.size / 1e6).toFixed(0)
  busy.value = true
  const photo = await shrinkPhoto(file)
  busy.value = false
  if (typeof photo === 'string') {
    problem.value = photo
    return
  }
  const photoId = newId()
  const { content, ...known } = photo
  try {
    await keepPhoto(photoId, job.snapshot!.job.id, content, photo.mime)
  } catch {
    problem.value = 'device-full'
    return
  }
  if (
    act({
      what: 'add-photo',
      photoId,
      cylinder: props.cylinder,
      findingId: props.findingId,
      words: props.words ?? '',
      ...known,
    })
  )
    emit('added', photoId)
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-2" data-part="photo-picker">
    <label class="key cursor-pointer focus-within:outline-3 focus-within:outline-brass"
      ><Camera :size="20" aria-hidden="true" />{{ t('photo.camera')
      }}<input
        type="file"
        accept="image/*"
        capture="environment"
        class="sr-only"
        data-part="photo-camera"
        @change="take"
    /></label>
    <label class="key cursor-pointer focus-within:outline-3 focus-within:outline-brass"
      ><ImagePlus :size="20" aria-hidden="true" />{{ t('photo.file')
      }}<input type="file" accept="image/*" class="sr-only" data-part="photo-file" @change="take"
    /></label>
    <span v-if="busy" role="status">{{ t('photo.busy') }}</span>
    <p
      v-if="problem"
      class="w-full border-l-4 border-outside pl-2 font-semibold"
      role="alert"
      data-part="photo-problem"
    >
      {{ t(`photo.problem.${problem}`, { size }) }}
    </p>
    <p v-else-if="nobody" class="w-full border-l-4 border-outside pl-2 font-semibold" role="alert">{{ nobody }}</p>
  </div>
</template>
