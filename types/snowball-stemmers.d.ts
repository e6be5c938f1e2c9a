declare module 'snowball-stemmers' {
  /** @param algorithm - the name of one of the Snowball stemmers, such as "english" */
  export function newStemmer(algorithm: string): { stem(word: string): string };
}
