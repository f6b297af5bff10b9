/** Builds the product with the tools of tests/fixtures in it, unless that stands; gives the program to start. */
export function buildWithTools(): Promise<string>
