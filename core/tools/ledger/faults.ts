/** The kinds of mistake in words, as they recur in reports. */
export const faults: Readonly<Record<string, string>> = {
  'not-posted': 'nothing was posted for it',
  'wrong-account': 'wrong account',
  'wrong-side': 'right accounts on the wrong side',
  'wrong-amount': 'wrong amount',
  'transposed-digits': 'digits changed places',
  'misplaced-point': 'the point moved by a place',
  'vat-not-split': 'VAT not split from the net amount',
  'not-split': 'the whole amount on one account instead of split',
  'wrong-date': 'wrong date',
  'no-narration': 'narration missing or beside the point',
  'not-reversed': 'the wrong entry was left standing',
  'wrong-entry-reversed': 'another entry was reversed',
  'not-linked': 'mirrored by hand instead of a linked reversal',
  'other-entries': 'other entries left standing',
  'several-entries': 'in several entries instead of one',
}
