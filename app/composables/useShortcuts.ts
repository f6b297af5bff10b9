/** Every shortcut of the bench. None is a single letter, and none is one that the browser needs. */
export const shortcuts = [
  { id: 'next', keys: 'Alt+.', does: 'Next task' },
  { id: 'back', keys: 'Alt+,', does: 'Previous task' },
  { id: 'overview', keys: 'Alt+O', does: 'Overview' },
  { id: 'check', keys: 'Alt+K', does: 'Check or settle this step' },
  { id: 'revisit', keys: 'Alt+M', does: 'Come back to this' },
  { id: 'tray', keys: 'Alt+T', does: 'Tray' },
  { id: 'area', keys: 'F6', does: 'Move between brief, tool and bottom line' },
  { id: 'help', keys: '?', does: 'These shortcuts, while no field has the focus' },
] as const
export type ShortcutId = (typeof shortcuts)[number]['id']

const altKeys: Record<string, ShortcutId> = {
  Period: 'next',
  Comma: 'back',
  KeyO: 'overview',
  KeyK: 'check',
  KeyM: 'revisit',
  KeyT: 'tray',
}

function shortcutOf(event: KeyboardEvent): ShortcutId | null {
  if (event.ctrlKey || event.metaKey) return null
  if (event.altKey) return altKeys[event.code] ?? null
  if (event.key === 'F6') return 'area'
  const typing =
    event.target instanceof HTMLElement &&
    (event.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName))
  return event.key === '?' && !typing ? 'help' : null
}

/** Runs what belongs to a shortcut; those without a handler are left to the browser. */
export function useShortcuts(handlers: Partial<Record<ShortcutId, () => void>>): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const id = shortcutOf(event)
    const handler = id && handlers[id]
    if (!handler) return
    event.preventDefault()
    handler()
  })
}
