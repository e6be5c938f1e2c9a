import type { ExpectationSubject, ExpectationValue } from '../../expectation/expectation';
import { expectationSentence, subjectWords } from '../../expectation/words';
import type { FieldFault } from '../../fields/field';
import { emptySet } from '../../reach/bit-set';
import type { Reference } from '../../references/reference';
import { referencesInWhen, referencesInWhere } from '../../rule/references';
import { noPages } from '../effect';
import type { Kind, KindSite } from '../kind';
import { rulePartsWords } from '../own-fields';
import { whenFaults, whereFaults, whoFaults } from '../rule-faults';
import { say, told } from '../../tongue/say';
import { expectationSchema } from './schema';

/** An expectation: a saved statement of who sees what where, checked on every change. */
export const expectation: Kind<ExpectationValue> = {
  name: 'expectation',
  rights: {
    write: ['manager', 'administrator'],
    review: ['manager', 'administrator'],
    // Nothing that readers see follows from it.
    publish: ['manager', 'administrator'],
  },
  schema: expectationSchema,
  title: (value, { names, style }) =>
    expectationSentence(value, names, style)
      .map(part => part.text)
      .join(''),
  ownFields: {
    subject: {
      label: 'Of what',
      describe: (subject: ExpectationSubject, { names }) => subjectWords({ subject, claim: 'shows' }, names),
    },
    claim: { label: 'What is expected', isProse: true },
    count: { label: 'How many' },
    ...rulePartsWords,
    locale: { label: 'In the language', describe: (tag: string | undefined, { names }) => (tag ? names.locale(tag) : say`the first`) },
    reason: { label: 'Because', isProse: true },
  },
  references: value => [
    ...(value.subject.kind === 'blocks'
      ? value.subject.blockIds.map((to, at): Reference => ({ to, way: 'subject', pointer: `/subject/blockIds/${at}` }))
      : []),
    ...referencesInWhere(value.where, '/where'),
    ...referencesInWhen(value.when, '/when'),
  ],
  words: () => '',
  found: () => ({ detail: '', pageId: null }),
  effect: change => ({
    ...noPages,
    recordId: change.recordId,
    label: change.value === null ? say`No longer checked` : say`Checked on every change`,
  }),
  pagesToSee: () => [],
  pagesChanged: () => [],
  pagesAt: (_id, plan) => emptySet(plan.universe.size),
  whereabouts: () => told('expectation'),
  faults: (_id, value, site) => expectationFaults(value, site),
  isUnseen: true,
};

function expectationFaults({ subject, where, who, when, locale }: ExpectationValue, site: KindSite): readonly FieldFault[] {
  const { manifest } = site.snapshot;
  const faults = [...whereFaults(where, site, '/where'), ...whoFaults(who, site, '/who'), ...whenFaults(when, site, '/when')];
  if (locale !== undefined && !site.locales.some(each => each.tag === locale))
    faults.push({ pointer: '/locale', detail: say`The site has no such locale.` });
  if (subject.kind === 'blocks') {
    const gone = subject.blockIds.findIndex(id => !site.hasRecord(id, 'block'));
    if (gone >= 0) faults.push({ pointer: `/subject/blockIds/${gone}`, detail: say`That block is gone.` });
  }
  if (subject.kind === 'region' && ![...manifest.regions, ...manifest.insertionPoints].some(each => each.name === subject.name))
    faults.push({ pointer: '/subject/name', detail: say`The theme has no region of this name.` });
  return faults;
}
