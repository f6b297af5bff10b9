/**
 * What must be there by what the code around it has made sure of. Where it isn't, that's a fault of ours: it's told
 * here, and nothing goes on with it.
 *
 * @throws {ReferenceError} where nothing is there.
 */
export function sure<Thing>(thing: Thing | null | undefined): Thing {
  if (thing === null || thing === undefined) throw new ReferenceError('something that must be there is not')
  return thing
}
