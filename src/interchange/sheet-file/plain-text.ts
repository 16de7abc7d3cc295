/** Text and numbers as they are compared and written in cells. */

/** Text as it is compared: small letters without accents and marks. */
export const plainText = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9%]+/g, ' ')
    .trim()

/** A number as a text that cannot be taken for thousands: three places after the point become four. */
export const plainNumber = (n: number): string => (/^\d{1,3}\.\d{3}$/.test(String(n)) ? n.toFixed(4) : String(n))
