/**
 * Words that are a letter away from a term of the trades and mean something else: who writes one of them has not made
 * a slip. Plurals aren't listed: a term in the plural is the same term.
 */
export const TERMS: ReadonlySet<string> = new Set(
  [
    // Books: what is owed and by whom, what was used up and what was paid ahead.
    'accrual actual accrued accused prepaid repaid unpaid payable playable receipt recipe deposit deposed',
    'credit creditor edited debtor editor lessor lessee lesson lender sender vendor invoice invoked',
    'assets assess drawing capital capitol principal principle margin marginal stocks stores',
    'costing casting posting pasting casual causal ledger lodger refund remand',
    // Office work: what stands where on a page or a sheet.
    'header leader reader footer folder holder border boarder column colon filter filler sorted sorter formula',
    'formulas format former formal stationary stationery personal personnel accept except effect affect',
    'complement compliment insert invert absolute obsolete relative related total tonal median medium',
    // Networks: what is sent, by whom, and which way.
    'router routed routes rooter route subnet sublet subset packet pocket racket server sever serves served',
    'domain remain switch stitch twitch bridge fridge binary unary access excess static public publish',
    'unicast anycast octet octal prefix suffix socket rocket signal single tunnel funnel trunk drunk client',
  ].flatMap(line => line.split(' ')),
)
