const AND = new Intl.ListFormat('en')

/** Things named one after the other: “a”, “a and b”, “a, b, and c”. */
export const listWords = (words: Iterable<string>): string => AND.format(words)
