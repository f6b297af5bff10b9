/** What a browser's audio thread offers (W3C Web Audio API, section 1.32); the DOM's own types leave it out. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void

/** So many samples go to the page at once. */
const AT_ONCE = 2048

/** Gives on what the microphone hears, first channel only. */
class Microphone extends AudioWorkletProcessor {
  #heard = new Float32Array(AT_ONCE)
  #count = 0

  process([channels]: readonly (readonly Float32Array[])[]): boolean {
    const samples = channels?.[0]
    for (const sample of samples ?? []) {
      this.#heard[this.#count] = sample
      this.#count += 1
      if (this.#count < AT_ONCE) continue
      this.port.postMessage(this.#heard)
      this.#heard = new Float32Array(AT_ONCE)
      this.#count = 0
    }
    return true
  }
}
registerProcessor('microphone', Microphone)
export {}
