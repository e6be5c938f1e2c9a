/** What of a file the library takes at most. */
export const fileLimits = {
  /** In bytes. */
  largest: 200 * 1_000_000,
  /** Of a drawing, in bytes. */
  largestDrawing: 10 * 1_000_000,
  /** Of a PDF, which is looked through whole, in bytes. */
  largestPdf: 60 * 1_000_000,
  /** Of a picture, in pixels: a photograph of 100 megapixels. */
  mostPixels: 100 * 1_000_000,
  /** How many are received at once; more are asked to come again. */
  atOnce: 64,
  /** How many renditions wait to be made at most. */
  waitingRenditions: 400,
  /** The most bytes of renditions that are kept; what was asked for least lately goes first. */
  keptRenditions: 2_000 * 1_000_000,
  /** How long content that no record names is kept, in milliseconds. */
  keptUnnamed: 24 * 3_600_000,
} as const;
