import { LETTERS } from '~~/core/people/kept-looks'
import type { SittingView } from '~~/core/wire/sitting'
import { useLooksStore } from '~/stores/looks'

export const themes = [
  { id: 'day', label: 'Day' },
  { id: 'graphite', label: 'Graphite, dark' },
  { id: 'contrast', label: 'High contrast' },
  { id: 'warm', label: 'Warm paper' },
] as const

/** Has the page look as its person wants it. */
export function useLooks(): void {
  const looks = useLooksStore()
  const root = document.documentElement
  watchEffect(() => {
    root.dataset.theme = looks.theme
    root.style.fontSize = LETTERS[looks.textSize]
    root.dataset.lines = looks.own.lineSpacing
  })
}

/** Takes over what was set up for the trainee, while their bench is open. */
export function useSetUp(support: () => SittingView['support'] | undefined): void {
  const looks = useLooksStore()
  watch(support, one => (looks.setUp = one ?? null), { immediate: true })
  onBeforeUnmount(() => (looks.setUp = null))
}
