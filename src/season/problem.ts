/** Something wrong in a season document. */
export interface Problem {
  /** Where it stands, for example `plantings[3].variety`; empty for the document as a whole. */
  path: string
  /** What is wrong and what to do, in one plain sentence. */
  message: string
}
