import { definePreset } from '@primeuix/themes'
import { parts } from './parts'

/** The colours of `tokens.css` for PrimeVue's components, so that one file of tokens serves every theme. */
const schemeOfTokens = {
  surface: {
    0: 'var(--surface)',
    50: 'var(--ground)',
    100: 'var(--ground)',
    200: 'var(--line)',
    300: 'var(--line)',
    400: 'var(--line-strong)',
    500: 'var(--ink-soft)',
    600: 'var(--ink-soft)',
    700: 'var(--ink)',
    800: 'var(--ink)',
    900: 'var(--ink)',
    950: 'var(--ink)',
  },
  primary: {
    color: 'var(--act)',
    contrastColor: 'var(--on-act)',
    hoverColor: 'var(--act-strong)',
    activeColor: 'var(--act-strong)',
  },
  highlight: {
    background: 'var(--act-wash)',
    focusBackground: 'var(--act-wash)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  text: { color: 'var(--ink)', hoverColor: 'var(--ink)', mutedColor: 'var(--ink-soft)', hoverMutedColor: 'var(--ink)' },
  content: {
    background: 'var(--surface)',
    hoverBackground: 'var(--act-wash)',
    borderColor: 'var(--line)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  overlay: {
    select: { background: 'var(--surface)', borderColor: 'var(--line)', color: 'var(--ink)' },
    popover: { background: 'var(--surface)', borderColor: 'var(--line)', color: 'var(--ink)' },
    modal: { background: 'var(--surface)', borderColor: 'var(--line)', color: 'var(--ink)' },
  },
  formField: {
    background: 'var(--surface)',
    disabledBackground: 'var(--ground)',
    borderColor: 'var(--line-strong)',
    hoverBorderColor: 'var(--ink-soft)',
    focusBorderColor: 'var(--act)',
    color: 'var(--ink)',
    placeholderColor: 'var(--ink-soft)',
    disabledColor: 'var(--ink-soft)',
    iconColor: 'var(--ink-soft)',
    invalidBorderColor: 'var(--ink)',
    invalidPlaceholderColor: 'var(--ink-soft)',
  },
  list: {
    option: {
      focusBackground: 'var(--act-wash)',
      selectedBackground: 'var(--act-wash)',
      selectedFocusBackground: 'var(--act-wash)',
      color: 'var(--ink)',
      focusColor: 'var(--ink)',
      selectedColor: 'var(--ink)',
      selectedFocusColor: 'var(--ink)',
    },
  },
}

/** Steady Anvil's own look for PrimeVue: square-ish corners, hairlines, colours only from the tokens. */
export const preset = definePreset(parts, {
  primitive: { borderRadius: { none: '0', xs: '2px', sm: '3px', md: '4px', lg: '4px', xl: '4px' } },
  semantic: {
    primary: {
      50: 'var(--act-wash)',
      100: 'var(--act-wash)',
      200: 'var(--act-wash)',
      300: 'var(--act)',
      400: 'var(--act)',
      500: 'var(--act)',
      600: 'var(--act-strong)',
      700: 'var(--act-strong)',
      800: 'var(--act-strong)',
      900: 'var(--act-strong)',
      950: 'var(--act-strong)',
    },
    focusRing: { width: '2px', style: 'solid', color: 'var(--act)', offset: '2px' },
    transitionDuration: '0.1s',
    formField: { paddingX: '0.6rem', paddingY: '0.4rem', shadow: 'none' },
    // One scheme: the tokens change with the theme, so PrimeVue's own dark scheme is never used.
    colorScheme: { light: schemeOfTokens },
  },
  components: {
    button: {
      root: { paddingX: '0.8rem', paddingY: '0.42rem', label: { fontWeight: '600' } },
    },
  },
})
