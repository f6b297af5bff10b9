/** Whether a format code has parts of a date outside of quotes and brackets. */
export const dateParts = (code: string): boolean => /[dy]|m{3}/i.test(code.replace(/"[^"]*"|\\.|\[[^\]]*\]/g, ''))
