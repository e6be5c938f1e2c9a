import sanitizeHtml from 'sanitize-html';

const options: sanitizeHtml.IOptions = {
  allowedTags: [
    'p',
    'h2',
    'h3',
    'h4',
    'ul',
    'ol',
    'li',
    'blockquote',
    'strong',
    'em',
    's',
    'code',
    'pre',
    'a',
    'br',
    'hr',
    'sub',
    'sup',
    'div',
  ],
  allowedAttributes: { a: ['href'], ol: ['start'], div: ['data-inset', 'data-inset-title', 'data-inset-look'] },
  allowedSchemes: ['https', 'http', 'mailto', 'tel'],
  allowProtocolRelative: false,
  // A division is let through only as an inset, which points at a block and holds nothing itself.
  exclusiveFilter: frame => frame.tag === 'div' && frame.text.trim() !== '',
  transformTags: {
    div: (_tag, attributes) => {
      const id = attributes['data-inset'] ?? '';
      if (!/^[0-9a-f-]{36}$/.test(id)) return { tagName: 'p', attribs: {} };
      const look = attributes['data-inset-look'] ?? '';
      return {
        tagName: 'div',
        attribs: {
          'data-inset': id,
          ...(attributes['data-inset-title'] === 'shown' ? { 'data-inset-title': 'shown' } : {}),
          ...(/^[a-z-]{1,40}$/.test(look) ? { 'data-inset-look': look } : {}),
        },
        text: '',
      };
    },
  },
};

/** Leaves of a rich text only what a theme can dress: structure, emphasis and links that are safe to follow. */
export function sanitizeRichText(html: string): string {
  return sanitizeHtml(html, options);
}
