import { draft } from '../ledger/stage';
import { word } from '../tongue/say';
import type { Workflow } from './workflow';

/**
 * The workflow that a new site starts with: whoever writes sends for review, somebody else approves, and who has the
 * right goes live in one step.
 */
export const defaultWorkflow: Workflow = {
  name: word`Usual way`,
  governs: { kinds: [], sections: [], locales: [] },
  stages: [draft, 'in review'],
  moves: [
    { name: word`send for review`, from: [draft], to: 'in review', who: 'write', whose: 'any', guards: [] },
    { name: word`take back`, from: ['in review'], to: draft, who: 'write', whose: 'own', guards: [] },
    { name: word`return`, from: ['in review'], to: draft, who: 'review', whose: 'others', guards: [{ guard: 'four eyes' }] },
    { name: word`decline`, from: ['in review'], to: 'declined', who: 'review', whose: 'others', guards: [{ guard: 'four eyes' }] },
    { name: word`approve`, from: ['in review'], to: 'approved', who: 'review', whose: 'any', guards: [{ guard: 'four eyes' }] },
    { name: word`publish`, from: [draft, 'in review'], to: 'approved', who: 'publish', whose: 'any', guards: [] },
    { name: word`withdraw`, from: [draft, 'in review'], to: 'withdrawn', who: 'write', whose: 'own', guards: [] },
  ],
};
