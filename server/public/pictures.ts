import { existsSync, readdirSync } from 'node:fs';

/** Paths of the pictures in a folder, as pages and blocks name them. */
export function listPictures(folder: string): readonly string[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter(file => /\.(svg|png|jpe?g|webp|avif)$/.test(file))
    .sort()
    .map(file => `/media/${file}`);
}
