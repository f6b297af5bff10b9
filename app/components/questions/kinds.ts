import type { Component } from 'vue'
import type { Part } from '~~/core/questions'

type Load = () => Promise<{ default: Component }>

/**
 * What draws each kind of question, loaded when one of it is shown. Each takes `part`, `answer` (null for none) and
 * `closed`, and emits `answer` with the whole answer as it is now.
 */
const loaders: Record<Part['kind'], Load> = {
  'one-of': () => import('./OneOf.vue'),
  'several-of': () => import('./SeveralOf.vue'),
  'statements': () => import('./StatementList.vue'),
  'short-text': () => import('./ShortText.vue'),
  'number': () => import('./NumberField.vue'),
  'placing': () => import('./PlacingBoard.vue'),
  'gaps': () => import('./GapText.vue'),
  'ordering': () => import('./OrderedList.vue'),
  'matching': () => import('./MatchingPairs.vue'),
  'grid': () => import('./CellGrid.vue'),
  'dividing': () => import('./DividingBlock.vue'),
  'console-line': () => import('./ConsoleLine.vue'),
  'places': () => import('./PlacesPicture.vue'),
  'number-line': () => import('./NumberLine.vue'),
  'plane': () => import('./PlaneGrid.vue'),
  'bars': () => import('./BarHeights.vue'),
  'cutting': () => import('./CuttingWhole.vue'),
  'sharing': () => import('./SharingSum.vue'),
  'drawn': () => import('./DrawnPicture.vue'),
  'written': () => import('./WrittenText.vue'),
  'spoken': () => import('./SpokenAnswer.vue'),
  'formula': () => import('./FormulaField.vue'),
}
const drawn = new Map<Part['kind'], Component>()

export function drawingOf(kind: Part['kind']): Component {
  const component = drawn.get(kind) ?? defineAsyncComponent(loaders[kind])
  drawn.set(kind, component)
  return component
}
