/** The language that this editor was built in. */
export function editorLanguage(): string {
  return ($localize as { locale?: string }).locale ?? 'en-GB';
}
