/** Corners as they are spoken of; anything else has no words. */
export const CORNER_WORDS: Readonly<Record<string, string>> = {
  FL: 'front left',
  FR: 'front right',
  RL: 'rear left',
  RR: 'rear right',
}
