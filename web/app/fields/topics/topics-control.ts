import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { TopicsField as TopicsDeclaration } from '@core/fields/topics/topics';
import { PagesService } from '../../state/pages.service';
import { Control } from '../control';
import { TopicsField } from './topics-field';

/** Topics, picked from those in use, or new ones. */
@Component({
  selector: 'almanac-topics-control',
  imports: [TopicsField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-topics-field
      [fieldId]="controlId()"
      [of]="field().of ?? 'topics'"
      [value]="value()"
      [inUse]="inUse()"
      (valueChange)="change()($event)"
    />
  `,
})
export class TopicsControl extends Control<TopicsDeclaration, readonly string[]> {
  readonly #pages = inject(PagesService).pages;
  /** Every topic, or every name, that some page has, the most used first. */
  protected readonly inUse = computed(() => {
    const counts = new Map<string, number>();
    const of = this.field().of ?? 'topics';
    for (const page of this.#pages()) for (const topic of page[of]) counts.set(topic, (counts.get(topic) ?? 0) + 1);
    return [...counts].sort(([a, some], [b, others]) => others - some || a.localeCompare(b)).map(([topic]) => topic);
  });
}
