import type { Component } from 'vue'
import { loadKinds } from '~~/core/tools/questions/kinds'
import type { KindId } from '~~/core/tools/questions/kinds'

type Load = () => Promise<{ default: Component }>

/**
 * What draws each kind of question, loaded with the kind when one of it is shown. Each takes `part`, `answer` (null
 * for none) and `closed`, and emits `answer` with the whole answer as it is now.
 */
const loaders: Record<KindId, Load> = {
  'one-of': () => import('./OneOf.vue'),
  'several-of': () => import('./SeveralOf.vue'),
  'statements': () => import('./StatementList.vue'),
  'short-text': () => import('./ShortText.vue'),
  'number': () => import('./NumberField.vue'),
  'placing': () => import('./PlacingBoard.vue'),
  'gaps': () => import('./FilledGaps.vue'),
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
const drawn = new Map<KindId, Component>()

export function drawingOf(kind: KindId): Component {
  const component =
    drawn.get(kind) ??
    defineAsyncComponent(async () => {
      const [{ default: drawing }] = await Promise.all([loaders[kind](), loadKinds([kind])])
      return drawing
    })
  drawn.set(kind, component)
  return component
}
