import { levelInWords, levelOf, resampler } from '~~/core/ground/sound/hearing'
import { pieceOf, RATE } from '~~/core/ground/sound/wave'
import worklet from '~/components/tools/questions/microphone.worklet.ts?worker&url'

/** A crash loses no more than this. */
const PIECE_SECONDS = 2
/** The level is told of stretches as long as this. */
const LEVEL_SECONDS = 0.25

interface Taking {
  /** Seconds after which it stops of itself. */
  most: number
  /** One piece after the other, each a WAVE file, with the seconds up to its end. */
  piece(number: number, file: Uint8Array<ArrayBuffer>, seconds: number): void
}

/** The microphone: what it hears in pieces, and how loud it is. */
export function useRecorder() {
  const state = ref<'idle' | 'asking' | 'recording'>('idle')
  const seconds = ref(0)
  const level = ref(-Infinity)
  const loudness = computed(() => levelInWords(level.value))
  let end = (): void => undefined

  /** Begins to record. Gives back why that can’t be, in words, or null. */
  async function start({ most, piece }: Taking): Promise<string | null> {
    if (state.value !== 'idle') return null
    state.value = 'asking'
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true })
      const context = new AudioContext()
      await context.audioWorklet.addModule(worklet)
      // Where the press on Record was too long ago by now, it has to be asked for.
      await context.resume()
      listen(stream, context, most, piece)
      return null
    } catch (error) {
      state.value = 'idle'
      return error instanceof DOMException && error.name === 'NotAllowedError'
        ? 'This page may not use the microphone. Allow it in the browser’s settings for this page.'
        : 'No microphone can be used on this device.'
    }
  }

  function listen(stream: MediaStream, context: AudioContext, most: number, piece: Taking['piece']): void {
    const toOurs = resampler(context.sampleRate)
    const source = context.createMediaStreamSource(stream)
    const node = new AudioWorkletNode(context, 'microphone')
    let held: number[] = []
    let latest: number[] = []
    let total = 0
    let number = 0
    const give = (): void => {
      if (held.length === 0) return
      piece(number, pieceOf(Float32Array.from(held)), total / RATE)
      number += 1
      held = []
    }
    node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
      for (const sample of toOurs(data)) {
        held.push(sample)
        latest.push(sample)
        total += 1
        if (held.length === PIECE_SECONDS * RATE) give()
      }
      if (latest.length >= LEVEL_SECONDS * RATE) {
        level.value = levelOf(Float32Array.from(latest))
        latest = []
      }
      seconds.value = total / RATE
      if (seconds.value >= most) stop()
    }
    const [track] = stream.getAudioTracks()
    track?.addEventListener('ended', stop)
    source.connect(node)
    seconds.value = 0
    level.value = -Infinity
    state.value = 'recording'
    end = () => {
      node.port.onmessage = null
      source.disconnect()
      for (const one of stream.getTracks()) one.stop()
      void context.close()
      give()
    }
  }

  function stop(): void {
    if (state.value !== 'recording') return
    state.value = 'idle'
    end()
  }
  onBeforeUnmount(stop)
  useEventListener(window, 'pagehide', stop)

  return { state, seconds, level, loudness, start, stop }
}
