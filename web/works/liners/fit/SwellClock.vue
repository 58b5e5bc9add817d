<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useI18n } from 'vue-i18n'

/** The countdown of a wetted band: it is read from the time it was wetted, so a reload changes nothing. */
const props = defineProps<{ leftMs: number; minutes: number; place: string; cylinder: number }>()
const { t } = useI18n()
const late = computed(() => props.leftMs <= 0)
const clock = computed(() => {
  const seconds = Math.max(0, Math.ceil(props.leftMs / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
})
const share = computed(() => Math.max(0, Math.min(1, props.leftMs / (props.minutes * 60_000))))

/** It is heard at each whole minute, every ten seconds in the last minute, and long when it is over. */
const silent = ref(false)
const heard = ref(0)
let sound: AudioContext | null = null
async function beep(hertz: number, seconds: number): Promise<void> {
  // A page just loaded makes no sound until somebody touches it: then it is said, and offered.
  silent.value = !navigator.userActivation.hasBeenActive
  if (silent.value) return
  try {
    sound ??= new AudioContext()
    await sound.resume()
    const tone = sound.createOscillator()
    const volume = sound.createGain()
    tone.frequency.value = hertz
    volume.gain.value = 0.25
    tone.connect(volume).connect(sound.destination)
    tone.start()
    tone.stop(sound.currentTime + seconds)
    heard.value += 1
  } catch {
    silent.value = true
  }
}
const mark = computed(() =>
  late.value ? -1 : props.leftMs < 60_000 ? Math.ceil(props.leftMs / 10_000) : 100 + Math.ceil(props.leftMs / 60_000),
)
watch(mark, (now) => void (now === -1 ? beep(330, 1.6) : beep(now < 100 ? 990 : 660, now < 100 ? 0.25 : 0.15)))
onMounted(() => (silent.value = !navigator.userActivation.hasBeenActive))
onBeforeUnmount(() => void sound?.close().catch(() => undefined))
</script>

<template>
  <section
    class="border-2 p-3"
    :class="late ? 'border-outside' : 'border-ink'"
    :aria-label="t('fit.clock')"
    data-part="swell-clock"
    :data-late="late"
    :data-heard="heard"
  >
    <p class="text-body font-semibold">{{ t(late ? 'fit.too-late' : 'fit.left', { place, cylinder }) }}</p>
    <p
      class="figure text-live leading-none"
      role="timer"
      data-part="swell-left"
      :class="{ 'text-outside': leftMs < 60_000 }"
    >
      {{ clock }}
    </p>
    <div class="mt-2 h-3 border border-ink" aria-hidden="true">
      <div class="h-full" :class="leftMs < 60_000 ? 'bg-outside' : 'bg-ink'" :style="{ width: `${share * 100}%` }" />
    </div>
    <button v-if="silent" type="button" class="key mt-2" data-part="sound-on" @click="beep(660, 0.2)">
      {{ t('fit.sound-on') }}
    </button>
  </section>
</template>
