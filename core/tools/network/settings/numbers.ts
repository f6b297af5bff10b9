/** Whether a text is a whole number within these bounds, written without leading noughts. */
export const wholeNumber = (text: string, least: number, most: number): boolean =>
  /^(0|[1-9]\d{0,8})$/.test(text) && Number(text) >= least && Number(text) <= most

/** Whether a text is the number of a port of TCP or UDP. */
export const isPort = (text: string): boolean => wholeNumber(text, 1, 65_535)
