/** How many of something, by the name of one whose plural is plain. */
export const counted = (count: number, one: string): string =>
  `${count} ${one}${count === 1 ? '' : 's'}`
