import type { SittingView } from '~~/core/wire/sitting'

const sizes = { usual: '', large: '17.5px', largest: '20px' }

/** Text size and look as they are set up for the trainee, while the bench is open. */
export function useSupport(support: () => SittingView['support'] | undefined): void {
  const root = document.documentElement
  const before = root.dataset.theme
  watch(
    support,
    one => {
      root.style.fontSize = one ? sizes[one.textSize] : ''
      if (one?.theme) root.dataset.theme = one.theme
    },
    { immediate: true },
  )
  onBeforeUnmount(() => {
    root.style.fontSize = ''
    if (before) root.dataset.theme = before
  })
}
