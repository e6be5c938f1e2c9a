import type { Type } from '@angular/core';
import { of } from 'rxjs';
import { TopicsField } from '../fields/topics/topics-field';
import { GrantsForm } from '../set-up/grants-form';
import { PersonForm } from '../set-up/person-form';
import { make } from '../testing/site';
import { KindsChoice } from './kinds-choice';

interface Case {
  readonly component: Type<object>;
  readonly given: Readonly<Record<string, unknown>>;
  /** What is held, by the name of its input. */
  readonly held: string;
  readonly acts: (host: HTMLElement) => void;
  readonly after: unknown;
}

const choose = (field: HTMLSelectElement, value: string) => {
  field.value = value;
  field.dispatchEvent(new Event('change'));
};

const cases: readonly Case[] = [
  {
    component: TopicsField,
    given: { fieldId: 'topics', value: [], inUse: ['Seabirds', 'Tides'] },
    held: 'value',
    acts: host => host.querySelectorAll<HTMLElement>('.offered button').forEach(each => each.click()),
    after: ['Seabirds', 'Tides'],
  },
  {
    component: GrantsForm,
    given: { grants: [] },
    held: 'grants',
    acts: host => [...host.querySelectorAll<HTMLElement>('input[type=checkbox]')].slice(0, 2).forEach(each => each.click()),
    after: [jasmine.objectContaining({ sections: [] }), jasmine.objectContaining({ sections: [] })],
  },
  {
    component: PersonForm,
    given: { parts: { name: '', memberships: [], grants: [] } },
    held: 'parts',
    acts: host => {
      const name = host.querySelector<HTMLInputElement>('#person-name')!;
      name.value = 'Bo';
      name.dispatchEvent(new Event('input'));
      host.querySelector<HTMLElement>('input[type=checkbox]')!.click();
    },
    after: { name: 'Bo', memberships: [], grants: [jasmine.anything()] },
  },
  {
    component: KindsChoice,
    given: { kinds: [], noneMeans: 'every kind' },
    held: 'kinds',
    acts: host => {
      const kinds = host.querySelector<HTMLSelectElement>('select')!;
      for (const kind of ['page', 'block']) choose(kinds, kind);
    },
    after: [
      { kind: 'page', types: [] },
      { kind: 'block', types: [] },
    ],
  },
];

describe('What is done twice before it is drawn once', () => {
  for (const { component, given, held, acts, after } of cases)
    it(`is all there: ${component.name}`, async () => {
      const fixture = await make(component, given, { listPages: () => of([]), listRules: () => of([]) });
      acts(fixture.nativeElement as HTMLElement);
      const value = (fixture.componentInstance as Readonly<Record<string, () => unknown>>)[held]!();
      expect(value).toEqual(after);
    });
});
