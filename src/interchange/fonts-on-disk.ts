/** The fonts of labels, as the server has them. */
import { createRequire } from 'node:module'
import { FONTS, type Fonts } from './labels-pdf'

const load = createRequire(`${process.cwd()}/`)

export const fontsOnDisk = (): Fonts =>
  Object.fromEntries(
    FONTS.map((font) => [
      font,
      load.resolve(`@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${font}-normal.woff`),
    ]),
  ) as unknown as Fonts
