import { draft } from '@core/ledger/stage';
import { defaultWorkflow } from '@core/workflow/default';
import type { Workflow } from '@core/workflow/workflow';
import type { LaidOut } from './lay-out';

/**
 * The workflows of the demo: beneath Quillet Dunes, where the army fired until 1957, a notice goes live only when somebody
 * has checked what it sends people to; everything else goes the usual way.
 */
export function demoWorkflows({ pageId }: LaidOut): readonly Workflow[] {
  const types = ['notice'];
  return [
    {
      name: 'Notices on the old range',
      governs: {
        kinds: [
          { kind: 'block', types },
          { kind: 'placement', types },
        ],
        sections: [pageId('/visit/quillet-dunes')],
        locales: [],
      },
      stages: [draft, 'in review', 'safety check'],
      moves: [
        { name: 'send for review', from: [draft], to: 'in review', who: 'write', whose: 'any', guards: [] },
        { name: 'take back', from: ['in review', 'safety check'], to: draft, who: 'write', whose: 'own', guards: [] },
        {
          name: 'return',
          from: ['in review', 'safety check'],
          to: draft,
          who: ['editor', 'manager', 'administrator'],
          whose: 'others',
          guards: [],
        },
        {
          name: 'pass on to the safety check',
          from: ['in review'],
          to: 'safety check',
          who: ['editor', 'administrator'],
          whose: 'any',
          guards: [{ guard: 'four eyes' }],
        },
        {
          name: 'let it go live',
          from: ['safety check'],
          to: 'approved',
          who: ['editor', 'administrator'],
          whose: 'any',
          guards: [{ guard: 'four eyes' }, { guard: 'word of', role: 'manager' }, { guard: 'remarks settled' }],
        },
        {
          name: 'decline',
          from: ['in review', 'safety check'],
          to: 'declined',
          who: ['editor', 'administrator'],
          whose: 'others',
          guards: [],
        },
        { name: 'withdraw', from: [draft, 'in review', 'safety check'], to: 'withdrawn', who: 'write', whose: 'own', guards: [] },
      ],
    },
    defaultWorkflow,
  ];
}
