/** Words as they stand in a pattern of SQL's `like`, where some signs mean more than themselves. */
export const literally = (words: string): string =>
  words.replaceAll(/[%_\\]/g, (mark) => `\\${mark}`)

/** A pattern of SQL's `like` that finds words anywhere in a text. */
export const anywhere = (words: string): string => `%${literally(words)}%`
