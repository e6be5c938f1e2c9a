import de from './phrases/de.json';
import type { Phrasebook } from './say';

/** The phrasebooks of all languages but the first, by language. */
export const phrasebooks: Readonly<Record<string, Phrasebook>> = { de: { language: 'de', phrases: de } };
