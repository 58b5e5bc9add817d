type Verdict = 'in' | 'unsure' | 'out' | 'none'

/** Tones of a verdict: how many, how high, how long. They differ in number and height, not in loudness. */
const tones: Record<Verdict, { hz: number; s: number }[]> = {
  in: [{ hz: 880, s: 0.09 }],
  none: [{ hz: 660, s: 0.06 }],
  unsure: [
    { hz: 660, s: 0.09 },
    { hz: 660, s: 0.09 },
  ],
  out: [
    { hz: 330, s: 0.14 },
    { hz: 262, s: 0.14 },
    { hz: 208, s: 0.2 },
  ],
}
const GAP_S = 0.05
const LOUD = 0.2
let sound: AudioContext | null = null

/** Answers a figure by its tone. */
export function tone(verdict: Verdict): void {
  if (typeof AudioContext === 'undefined') return
  sound ??= new AudioContext()
  let at = sound.currentTime
  for (const { hz, s } of tones[verdict]) {
    const [wave, level] = [sound.createOscillator(), sound.createGain()]
    wave.frequency.value = hz
    level.gain.value = LOUD
    wave.connect(level).connect(sound.destination)
    wave.start(at)
    wave.stop(at + s)
    at += s + GAP_S
  }
}

/** Says a sentence by the device's own voice, in the page's language, in place of what it was saying. */
export function sayAloud(text: string, language: string): void {
  if (typeof speechSynthesis === 'undefined') return
  const said = new SpeechSynthesisUtterance(text)
  said.lang = language
  speechSynthesis.cancel()
  speechSynthesis.speak(said)
}
