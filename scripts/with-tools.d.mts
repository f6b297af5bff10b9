/** Builds the product with the tools of tests/fixtures in it, unless that stands; gives the folder of it. */
export function buildWithTools(): Promise<string>
