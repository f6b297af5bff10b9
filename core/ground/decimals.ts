import {
  absDependencies,
  addDependencies,
  bignumberDependencies,
  ceilDependencies,
  create,
  divideDependencies,
  evaluateDependencies,
  floorDependencies,
  formatDependencies,
  largerDependencies,
  largerEqDependencies,
  maxDependencies,
  minDependencies,
  multiplyDependencies,
  roundDependencies,
  smallerDependencies,
  smallerEqDependencies,
  subtractDependencies,
  unaryMinusDependencies,
  unaryPlusDependencies,
} from 'mathjs'

/**
 * Decimal arithmetic, so that 0.1 + 0.2 is 0.3. Only what sums and derived amounts use: the library whole takes a
 * second to load, at every start of the server.
 */
export const decimals = create(
  Object.assign(
    {},
    absDependencies,
    addDependencies,
    bignumberDependencies,
    ceilDependencies,
    divideDependencies,
    evaluateDependencies,
    floorDependencies,
    formatDependencies,
    largerDependencies,
    largerEqDependencies,
    maxDependencies,
    minDependencies,
    multiplyDependencies,
    roundDependencies,
    smallerDependencies,
    smallerEqDependencies,
    subtractDependencies,
    unaryMinusDependencies,
    unaryPlusDependencies,
  ),
  { number: 'BigNumber', precision: 40 },
)
