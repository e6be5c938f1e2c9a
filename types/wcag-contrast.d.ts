declare module 'wcag-contrast' {
  /** Contrast ratio of two colours in the form #rrggbb. */
  const wcag: { hex(a: string, b: string): number };
  export default wcag;
}
