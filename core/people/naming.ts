/**
 * What names have in common that people would read as the same: letters of one kind (Unicode NFKC), no case, no space
 * more than one.
 */
export function folded(name: string): string {
  return name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en-GB')
}
