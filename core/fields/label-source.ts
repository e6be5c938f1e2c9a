import { escaped } from '../format/escaped';

/**
 * A label within a template of Handlebars, whatever characters it has: said in the language that is read, where somebody has
 * put it into that.
 */
export function labelSource(label: string): string {
  const quote = ['"', "'"].find(each => !label.includes(each));
  const isSayable = quote !== undefined && !/[{}\\]/.test(label);
  return isSayable ? `{{ownLabel ${quote}${label}${quote}}}` : escaped(label).replace(/[{}]/g, '');
}
