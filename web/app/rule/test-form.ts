import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { PageRow } from '@contract/messages';
import { askableFields, pageTypes, servicePages, type AskableField } from '@core/page/page';
import type { WhereTest } from '@core/rule/rule';
import { indentOf } from '../shared/labels';
import { SessionService } from '../state/session.service';

type Kind = WhereTest['test'];

const kinds: readonly { readonly kind: Kind; readonly label: string }[] = [
  { kind: 'page', label: 'one page' },
  { kind: 'within', label: 'a page and all beneath' },
  { kind: 'type', label: 'every page of a type' },
  { kind: 'topic', label: 'pages about a topic' },
  { kind: 'layout', label: 'pages of a layout' },
  { kind: 'menu item', label: 'pages under a menu item' },
  { kind: 'front page', label: 'the front page' },
  { kind: 'service page', label: 'pages nobody wrote (sign-in, not found)' },
  { kind: 'field', label: 'pages by what a field says' },
  { kind: 'path', label: 'pages by their address' },
  { kind: 'locale', label: 'pages in a locale' },
  { kind: 'query', label: 'addresses with a parameter' },
];

/** One test about the page: what it asks, and of what. */
@Component({
  selector: 'almanac-test-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select class="form-select" aria-label="What to ask" [value]="kind()" (change)="begin($any($event.target).value)">
      @for (each of kinds; track each.kind) {
        <option [value]="each.kind" [selected]="each.kind === kind()">{{ each.label }}</option>
      }
    </select>
    @switch (kind()) {
      @case ('type') {
        <select class="form-select" aria-label="Type" (change)="set({ test: 'type', type: $any($event.target).value })">
          @for (type of pageTypes; track type) {
            <option [value]="type" [selected]="type === held('type')">{{ type }}</option>
          }
        </select>
      }
      @case ('layout') {
        <select class="form-select" aria-label="Layout" (change)="set({ test: 'layout', layout: $any($event.target).value })">
          @for (each of site.theme.layouts; track each.name) {
            <option [value]="each.name" [selected]="each.name === held('layout')">{{ each.label }}</option>
          }
        </select>
      }
      @case ('locale') {
        <select class="form-select" aria-label="Locale" (change)="set({ test: 'locale', locale: $any($event.target).value })">
          @for (each of site.locales; track each.tag) {
            <option [value]="each.tag" [selected]="each.tag === held('locale')">{{ each.name }}</option>
          }
        </select>
      }
      @case ('topic') {
        <input
          class="form-control"
          aria-label="Topic"
          placeholder="topic"
          [value]="held('topic')"
          (change)="set({ test: 'topic', topic: $any($event.target).value })"
        />
      }
      @case ('path') {
        <input
          class="form-control mono"
          aria-label="Address pattern"
          placeholder="/visit/:place"
          [value]="held('pattern')"
          (change)="set({ test: 'path', pattern: $any($event.target).value })"
        />
        <span class="form-help">A star stands for anything, :name for one part.</span>
      }
      @case ('service page') {
        <select class="form-select" aria-label="Which" (change)="setService($any($event.target).value)">
          <option value="">any of them</option>
          @for (each of servicePages; track each) {
            <option [value]="each" [selected]="each === held('service')">{{ each }}</option>
          }
        </select>
      }
      @case ('field') {
        <select class="form-select" aria-label="Field" (change)="setField({ field: $any($event.target).value })">
          @for (each of fields; track each.name) {
            <option [value]="each.name" [selected]="each.name === held('field')">{{ each.label }}</option>
          }
        </select>
        <select class="form-select" aria-label="How" (change)="setField({ compare: $any($event.target).value })">
          @for (each of compares; track each) {
            <option [value]="each" [selected]="each === held('compare')">{{ each }}</option>
          }
        </select>
        @if (held('compare') !== 'is empty') {
          <input
            class="form-control"
            aria-label="Words"
            [value]="held('value')"
            (change)="setField({ value: $any($event.target).value })"
          />
        }
      }
      @case ('query') {
        <input
          class="form-control mono"
          aria-label="Parameter"
          placeholder="name"
          [value]="held('name')"
          (change)="setQuery($any($event.target).value, held('value'))"
        />
        <input
          class="form-control mono"
          aria-label="Value; empty takes any"
          placeholder="any value"
          [value]="held('value')"
          (change)="setQuery(held('name'), $any($event.target).value)"
        />
      }
      @case ('front page') {}
      @default {
        <select class="form-select" aria-label="Page" (change)="setPage($any($event.target).value)">
          @for (page of pages(); track page.id) {
            <option [value]="page.id" [selected]="page.id === held('page')">{{ indentOf(page.depth) + page.title }}</option>
          }
        </select>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
    }
    .form-select,
    .form-control {
      width: auto;
      max-width: 200px;
      flex: 1 1 110px;
    }
  `,
})
export class TestForm {
  protected readonly site = inject(SessionService).site;
  readonly test = input.required<WhereTest>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly testChange = output<WhereTest>();
  protected readonly kinds = kinds;
  protected readonly indentOf = indentOf;
  protected readonly pageTypes = pageTypes;
  protected readonly servicePages = servicePages;
  protected readonly compares = ['is', 'contains', 'is empty'] as const;
  protected readonly fields = Object.entries(askableFields).map(([name, label]) => ({ name, label }));
  readonly #begun = signal<Kind | null>(null);
  protected readonly kind = computed(() => this.#begun() ?? this.test().test);

  /** A part of the test as text. */
  protected held(name: string): string {
    const value = (this.test() as unknown as Record<string, unknown>)[name];
    return typeof value === 'string' ? value : '';
  }

  protected set(test: WhereTest): void {
    this.#begun.set(null);
    this.testChange.emit(test);
  }

  protected setPage(page: string): void {
    const kind = this.kind();
    if (kind === 'page' || kind === 'within' || kind === 'menu item') this.set({ test: kind, page });
  }

  protected setService(service: string): void {
    this.set(service === '' ? { test: 'service page' } : { test: 'service page', service });
  }

  protected setField(part: { field?: AskableField; compare?: 'is' | 'contains' | 'is empty'; value?: string }): void {
    const test = this.test();
    const held = test.test === 'field' ? test : ({ test: 'field', field: 'title', compare: 'contains', value: '' } as const);
    this.set({ ...held, ...part });
  }

  protected setQuery(name: string, value: string): void {
    this.set({ test: 'query', name: name.trim(), value: value === '' ? null : value });
  }

  /** Turns to another kind of test; those that need words wait for them. */
  protected begin(kind: Kind): void {
    const page = this.held('page') || (this.pages()[0]?.id ?? '');
    const starts: Readonly<Record<Kind, WhereTest>> = {
      page: { test: 'page', page },
      within: { test: 'within', page },
      'menu item': { test: 'menu item', page },
      type: { test: 'type', type: pageTypes[0] },
      topic: { test: 'topic', topic: '' },
      layout: { test: 'layout', layout: this.site.theme.layouts[0]!.name },
      'front page': { test: 'front page' },
      'service page': { test: 'service page' },
      path: { test: 'path', pattern: '' },
      field: { test: 'field', field: 'title', compare: 'contains', value: '' },
      locale: { test: 'locale', locale: this.site.locales[0]!.tag },
      query: { test: 'query', name: '', value: null },
    };
    const start = starts[kind];
    const waits = kind === 'topic' || kind === 'path' || kind === 'query';
    this.#begun.set(waits ? kind : null);
    if (!waits) this.testChange.emit(start);
  }
}
