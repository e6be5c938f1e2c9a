declare module 'xliff' {
  /** Reads XLIFF 2 leniently: of each unit its last segment. */
  export function xliff2js(text: string, done: (error: Error | null, result: unknown) => void): void;
}
