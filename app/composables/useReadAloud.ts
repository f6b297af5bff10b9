import { rangeOf } from './textStretches'
import { useLooksStore } from '~/stores/looks'
import { sure } from '~~/core/ground/sure'

/** How fast a voice reads: a step, the slowest and the fastest, times its usual speed. */
const STEP = 0.25
const SLOWEST = 0.5
const FASTEST = 2
const HIGHLIGHT = 'spoken'
/** How long a browser may take to say which voices there are. */
const VOICES_MS = 800

/** The voices of this device; none where it has none, or can’t say. */
export async function voicesHere(): Promise<readonly SpeechSynthesisVoice[]> {
  if (!('speechSynthesis' in window)) return []
  const found = speechSynthesis.getVoices()
  if (found.length > 0) return found
  await Promise.race([
    new Promise(resolve => speechSynthesis.addEventListener('voiceschanged', resolve, { once: true })),
    new Promise(resolve => setTimeout(resolve, VOICES_MS)),
  ])
  return speechSynthesis.getVoices()
}

/** Every text of brief, reading and questions that is in sight to be read, from top to bottom. */
const textsHere = (): HTMLElement[] =>
  [...document.querySelectorAll<HTMLElement>('[data-text]')].filter(
    element => element.offsetParent !== null && element.textContent.trim() !== '',
  )

/**
 * Reads the texts of the page aloud, one after the other, with the browser’s own voices; the word that is being read is
 * underlaid where the browser can do that. The speed is kept for the person.
 */
export function useReadAloud() {
  const looks = useLooksStore()
  const state = ref<'silent' | 'reading' | 'paused'>('silent')
  const voices = ref<readonly SpeechSynthesisVoice[] | null>(null)
  /** The text that is read, of how many; counted from 0. */
  const at = ref(0)
  const of = ref(0)
  const speed = computed(() => looks.own.speed)
  let texts: HTMLElement[] = []
  /** Where in the text the voice is, in characters: where it goes on after a change of speed. */
  let reached = 0
  let speaking: SpeechSynthesisUtterance | null = null

  onMounted(async () => (voices.value = await voicesHere()))
  onBeforeUnmount(stop)

  function underlay(element: HTMLElement, from: number, to: number): void {
    if (!('highlights' in CSS)) return
    const text = element.textContent.slice(from, to)
    const range = rangeOf({ place: sure(element.dataset.text), from, to, text })
    if (range) CSS.highlights.set(HIGHLIGHT, new Highlight(range))
  }

  function silence(): void {
    speaking = null
    speechSynthesis.cancel()
    if ('highlights' in CSS) CSS.highlights.delete(HIGHLIGHT)
  }

  function speak(from: number): void {
    silence()
    const element = texts[at.value]
    if (!element) return stop()
    element.scrollIntoView({ block: 'nearest' })
    const whole = element.textContent
    const words = new SpeechSynthesisUtterance(whole.slice(from))
    reached = from
    words.voice = voices.value?.find(({ lang }) => lang.startsWith('en')) ?? null
    words.lang = words.voice?.lang ?? 'en-GB'
    words.rate = speed.value
    words.onboundary = ({ charIndex, charLength, name }) => {
      if (name !== 'word' || speaking !== words) return
      reached = from + charIndex
      const length = charLength || (/^\S+/.exec(whole.slice(reached))?.[0].length ?? 0)
      underlay(element, reached, reached + length)
    }
    words.onend = () => {
      if (speaking !== words) return
      if (at.value + 1 >= texts.length) return stop()
      at.value += 1
      speak(0)
    }
    words.onerror = () => speaking === words && stop()
    speaking = words
    state.value = 'reading'
    speechSynthesis.speak(words)
  }

  /** Reads from this text on; from the first one where none is named. */
  function start(element?: HTMLElement): void {
    texts = textsHere()
    of.value = texts.length
    at.value = element ? Math.max(0, texts.indexOf(element)) : 0
    speak(0)
  }
  function stop(): void {
    silence()
    state.value = 'silent'
  }
  function pause(): void {
    // What a voice does when it is paused differs from browser to browser: it is ended, and begins again at its word.
    silence()
    state.value = 'paused'
  }
  /** Goes to the text before or after this one. */
  function go(by: 1 | -1): void {
    at.value = Math.min(of.value - 1, Math.max(0, at.value + by))
    if (state.value === 'reading') speak(0)
    else reached = 0
  }
  async function faster(by: 1 | -1): Promise<void> {
    const wanted = Math.min(FASTEST, Math.max(SLOWEST, speed.value + by * STEP))
    void looks.change({ speed: wanted })
    await nextTick()
    if (state.value === 'reading') speak(reached)
  }

  return {
    state,
    voices,
    at,
    of,
    speed,
    slowest: computed(() => speed.value <= SLOWEST),
    fastest: computed(() => speed.value >= FASTEST),
    start,
    stop,
    pause,
    goOn: () => speak(reached),
    go,
    faster,
  }
}
