export const themes = [
  { id: 'day', label: 'Day' },
  { id: 'graphite', label: 'Graphite, dark' },
  { id: 'contrast', label: 'High contrast' },
  { id: 'warm', label: 'Warm paper' },
] as const
export type ThemeId = (typeof themes)[number]['id']

/** The theme of this device, kept across visits. */
export function useTheme() {
  const theme = useLocalStorage<ThemeId>('anvil-theme', 'day')
  watch(
    theme,
    id => {
      document.documentElement.dataset.theme = id
    },
    { immediate: true },
  )
  return theme
}
