/** The most characters of a name of the domain name system, and of each of its parts (RFC 1035, 2.3.4). */
const NAME = /^(?=.{1,253}$)[a-z0-9-]{1,63}(?:\.[a-z0-9-]{1,63})*$/

/** Whether a text is a name, in small letters: books.sallowmere.test. */
export const isName = (text: string): boolean => NAME.test(text)
