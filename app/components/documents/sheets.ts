import type { Component } from 'vue'
import type { SourceDocument } from '~~/core/paper/documents'
import ListedSheet from './ListedSheet.vue'
import PricedSheet from './PricedSheet.vue'
import WrittenSheet from './WrittenSheet.vue'

/** What draws each kind of source document, a line each. Every one of them takes the document as `document`. */
export const sheets: Record<SourceDocument['kind'], Component> = {
  'invoice': PricedSheet,
  'receipt': PricedSheet,
  'bank-advice': ListedSheet,
  'schedule': ListedSheet,
  'note': WrittenSheet,
  'letter': WrittenSheet,
}
