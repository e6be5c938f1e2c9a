import sanitizeHtml from 'sanitize-html';

const options: sanitizeHtml.IOptions = {
  allowedTags: ['p', 'h2', 'h3', 'h4', 'ul', 'ol', 'li', 'blockquote', 'strong', 'em', 's', 'code', 'pre', 'a', 'br', 'hr', 'sub', 'sup'],
  allowedAttributes: { a: ['href'], ol: ['start'] },
  allowedSchemes: ['https', 'http', 'mailto', 'tel'],
  allowProtocolRelative: false,
};

/** Leaves of a rich text only what a theme can dress: structure, emphasis and links that are safe to follow. */
export function sanitizeRichText(html: string): string {
  return sanitizeHtml(html, options);
}
