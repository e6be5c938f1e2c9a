/**
 * Which pseudo-locale a tag names: one whose words are made from those of the first locale by a rule, to see on the site
 * what nobody could translate, what is too narrow for longer words, and what stands wrongly from right to left.
 * @see CLDR, pseudo-locales en-XA (accents) and ar-XB (bidirectional)
 */
export function pseudoOf(tag: string): Pseudo | null {
  return tag === 'en-XA' ? 'stretched' : tag === 'ar-XB' ? 'mirrored' : null;
}

/** See {@link pseudoOf}. */
export type Pseudo = 'stretched' | 'mirrored';
