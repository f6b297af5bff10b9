/** How long a password is, in characters (Unicode code points). */
export const SHORTEST_PASSWORD = 10
export const LONGEST_PASSWORD = 128
/** Of how many different characters one consists at least. */
const FEWEST_CHARACTERS = 4
/** Words of a name or an address from this length on make a password that is easily guessed. */
const SHORTEST_WORD = 3
/** Of so many letters, besides such words, one consists at least if it has any. */
const FEWEST_OTHERS = 4

/** What anybody knows of the person whose password it is. */
export interface KnownOfPerson {
  name: string
  email: string
  /** The name of the centre; empty where none is set. */
  centre: string
}

const lettersOf = (text: string): string =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}]+/gu, '')

const wordsOf = ({ name, email, centre }: KnownOfPerson): string[] =>
  [name, email, centre, 'steady anvil']
    .flatMap(text =>
      text
        .normalize('NFKD')
        .replace(/\p{M}/gu, '')
        .split(/[^\p{L}]+/u),
    )
    .map(word => word.toLowerCase())
    .filter(word => word.length >= SHORTEST_WORD)
    .sort((one, other) => other.length - one.length)

/**
 * Why something can't be somebody's password, in words, or null. There are no rules of composition: every character
 * is taken. `common` holds the commonest passwords in lower case.
 */
export function whyNoPassword(password: string, known: KnownOfPerson, common: ReadonlySet<string>): string | null {
  const characters = [...password.normalize('NFKC')]
  if (characters.length < SHORTEST_PASSWORD) return `A password has ${SHORTEST_PASSWORD} characters at least.`
  if (characters.length > LONGEST_PASSWORD) return `A password has ${LONGEST_PASSWORD} characters at most.`
  const plain = characters.join('').toLowerCase()
  if (new Set(plain.replace(/\s/gu, '')).size < FEWEST_CHARACTERS)
    return 'This is the same few characters again and again. Choose something harder to guess.'
  if (common.has(plain) || common.has(plain.replace(/[\d\p{P}\p{S}\s]+$/u, '')))
    return 'This is one of the commonest passwords, or begins with one and goes on in digits. Choose another.'
  const letters = lettersOf(password)
  const rest = wordsOf(known).reduce((left, word) => left.replaceAll(word, ''), letters)
  if (rest.length < letters.length && rest.length < FEWEST_OTHERS)
    return 'This is made of your name, your address or the name of the place. Choose something else.'
  return null
}
