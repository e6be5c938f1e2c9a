import type { Zod } from '../../fields/field';
import { link } from '../../fields/link/link';
import { textSchema } from '../../fields/text-schemas';
import { forwardingStatuses, leadsOn } from '../../forwarding/forwarding';
import { reservedSegments } from '../../page/page';
import { say } from '../../tongue/say';

/** The schema of forwardings. */
export function forwardingSchema(z: Zod) {
  return z
    .strictObject({
      version: z.literal(1, { error: () => say`This version of forwardings is not known here.` }),
      path: z
        .string()
        .max(500)
        .refine(path => path === tidyPath(path), { error: () => say`A path on this site such as /old-page, with nothing after it.` })
        .refine(path => path !== '/', { error: () => say`The front page is always there.` })
        .refine(path => !reservedSegments.includes(path.split('/')[1]!), { error: () => say`This address belongs to the product itself.` }),
      beneath: z.boolean(),
      to: link.schema(z, { name: 'to', label: 'Leads to', kind: 'link', help: '' }),
      status: z.literal([...forwardingStatuses]),
      reason: textSchema(z, 300, false, 'one line'),
    })
    .superRefine((value, context) => {
      const { status, to } = value;
      if (leadsOn(status) && to === null) context.addIssue({ code: 'custom', path: ['to'], message: say`Say where it leads.` });
      if (!leadsOn(status) && to !== null)
        context.addIssue({ code: 'custom', path: ['to'], message: say`An address that is gone or kept free leads nowhere.` });
    });
}

/** An address as it is stored: one slash before each part, none at the end, nothing after a question mark. */
export function tidyPath(typed: string): string {
  const [path] = typed.trim().split(/[?#]/);
  const parts = path!.split('/').filter(each => each !== '' && each !== '.' && each !== '..');
  return `/${parts.map(plainPart).join('/')}`;
}

function plainPart(part: string): string {
  try {
    return encodeURI(decodeURI(part)).replace(/[\s"'<>\\]/g, '');
  } catch {
    return part.replace(/[\s"'<>\\%]/g, '');
  }
}
