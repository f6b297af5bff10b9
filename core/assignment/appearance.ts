/** How pages can look, beside how they usually do. */
export const themes = ['day', 'graphite', 'contrast', 'warm'] as const
export const textSizes = ['usual', 'large', 'largest'] as const
