/** A plate as it is compared: letters and figures only, capitals. */
export const barePlate = (plate: string): string =>
  plate.toUpperCase().replaceAll(/[^\p{L}\p{N}]/gu, '')
