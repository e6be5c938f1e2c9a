import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { kindNamed, recordKinds } from '@core/kinds/index';
import type { Governed } from '@core/workflow/governed';
import { indentOf } from '../shared/labels';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';

/** What a workflow governs: kinds and their types, sections, languages. */
@Component({
  selector: 'almanac-workflow-scope',
  imports: [ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>What goes this way</h3>
    @if (isLast()) {
      <p i18n class="quiet">Everything that no workflow before it governs.</p>
    } @else {
      <p class="chips">
        @for (each of governed().kinds; track each.kind) {
          <span class="chip"
            >{{ each.kind | told }}&ngsp;
            <button
              type="button"
              class="btn-word"
              ariaLabel="Leave out {{ each.kind | told }}"
              i18n-ariaLabel
              (click)="dropKind(each.kind)"
            >
              ×
            </button></span
          >
          @for (type of each.types; track type) {
            <span class="chip leaf"
              ><ng-container i18n>only {{ labelOf(type) }}</ng-container
              >&ngsp;
              <button
                type="button"
                class="btn-word"
                ariaLabel="Leave out {{ labelOf(type) }}"
                i18n-ariaLabel
                (click)="toggleType(each.kind, type)"
              >
                ×
              </button></span
            >
          }
          @if (typesOf(each.kind).length > each.types.length) {
            <select
              class="form-select"
              ariaLabel="Types of {{ each.kind | told }}"
              i18n-ariaLabel
              (change)="toggleType(each.kind, textIn($event))"
            >
              <option i18n value="" selected>of a type…</option>
              @for (type of typesOf(each.kind); track type.name) {
                @if (!each.types.includes(type.name)) {
                  <option [value]="type.name">{{ type.label }}</option>
                }
              }
            </select>
          }
        }
        <select class="form-select" aria-label="Kinds" i18n-aria-label (change)="addKind(textIn($event))">
          <option value="" selected>
            @if (governed().kinds.length === 0) {
              <ng-container i18n>every kind</ng-container>
            } @else {
              <ng-container i18n>and…</ng-container>
            }
          </option>
          @for (kind of kinds; track kind) {
            @if (!hasKind(kind)) {
              <option [value]="kind">{{ kind | told }}</option>
            }
          }
        </select>
      </p>
      <p class="chips">
        @for (id of governed().sections; track id) {
          <span class="chip"
            ><ng-container i18n>beneath {{ titleOf(id) }}</ng-container
            >&ngsp;
            <button type="button" class="btn-word" ariaLabel="Leave out {{ titleOf(id) }}" i18n-ariaLabel (click)="toggle('sections', id)">
              ×
            </button></span
          >
        }
        <select class="form-select" aria-label="Sections" i18n-aria-label (change)="toggle('sections', textIn($event))">
          <option value="" selected>
            @if (governed().sections.length === 0) {
              <ng-container i18n>anywhere</ng-container>
            } @else {
              <ng-container i18n>and beneath…</ng-container>
            }
          </option>
          @for (page of pages(); track page.id) {
            @if (!governed().sections.includes(page.id)) {
              <option [value]="page.id">{{ indent(page.depth) }}{{ page.title }}</option>
            }
          }
        </select>
        @if (locales.length > 1) {
          @for (tag of governed().locales; track tag) {
            <span class="chip"
              ><ng-container i18n>in {{ nameOf(tag) }}</ng-container
              >&ngsp;
              <button
                type="button"
                class="btn-word"
                ariaLabel="Leave out {{ nameOf(tag) }}"
                i18n-ariaLabel
                (click)="toggle('locales', tag)"
              >
                ×
              </button></span
            >
          }
          <select class="form-select" aria-label="Languages" i18n-aria-label (change)="toggle('locales', textIn($event))">
            <option value="" selected>
              @if (governed().locales.length === 0) {
                <ng-container i18n>in every language</ng-container>
              } @else {
                <ng-container i18n>and in…</ng-container>
              }
            </option>
            @for (locale of locales; track locale.tag) {
              @if (!governed().locales.includes(locale.tag)) {
                <option [value]="locale.tag">{{ locale.name }}</option>
              }
            }
          </select>
        }
      </p>
      <p i18n class="form-help">
        What is saved together goes one way: the first of these that governs any part of it. It lies beneath a page when readers could
        notice it nowhere else.
      </p>
    }
  `,
  styles: `
    h3 {
      font: 600 13px var(--text);
      margin: 0 0 4px;
    }
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
      margin: 0 0 6px;
    }
    .form-select {
      width: auto;
      max-width: 180px;
      padding-block: 2px;
      font-size: 13px;
    }
  `,
})
export class WorkflowScope {
  readonly #session = inject(SessionService);
  readonly #pages = inject(PagesService).pages;
  protected readonly textIn = textIn;
  protected readonly indent = indentOf;
  protected readonly kinds = recordKinds;
  protected readonly locales = this.#session.site.locales;
  readonly governed = input.required<Governed>();
  /** The last one governs whatever no other does, and cannot leave anything out. */
  readonly isLast = input.required<boolean>();
  readonly governedChange = output<Governed>();
  protected readonly pages = computed(() => this.#pages().filter(page => page.status === 'live'));

  protected hasKind(kind: string): boolean {
    return this.governed().kinds.some(each => each.kind === kind);
  }

  /** The types by which records of a kind are told apart; a placement by what it shows. */
  protected typesOf(kind: string): readonly { readonly name: string; readonly label: string }[] {
    const { pageTypes, blockTypes } = this.#session.site;
    const { typedBy } = kindNamed(kind);
    return typedBy ? { 'page types': pageTypes, 'block types': blockTypes }[typedBy] : [];
  }

  protected labelOf(type: string): string {
    const { pageTypes, blockTypes } = this.#session.site;
    return [...blockTypes, ...pageTypes].find(each => each.name === type)?.label ?? type;
  }

  protected titleOf(id: string): string {
    return this.#pages().find(page => page.id === id)?.title ?? $localize`a page that is gone`;
  }

  protected nameOf(tag: string): string {
    return this.locales.find(each => each.tag === tag)?.name ?? tag;
  }

  protected addKind(kind: string): void {
    if (kind) this.#set({ kinds: [...this.governed().kinds, { kind, types: [] }] });
  }

  protected dropKind(kind: string): void {
    this.#set({ kinds: this.governed().kinds.filter(each => each.kind !== kind) });
  }

  protected toggleType(kind: string, type: string): void {
    if (!type) return;
    this.#set({
      kinds: this.governed().kinds.map(each => (each.kind === kind ? { ...each, types: toggled(each.types, type) } : each)),
    });
  }

  protected toggle(list: 'sections' | 'locales', value: string): void {
    if (value) this.#set({ [list]: toggled(this.governed()[list], value) });
  }

  #set(part: Partial<Governed>): void {
    this.governedChange.emit({ ...this.governed(), ...part });
  }
}

function toggled(list: readonly string[], value: string): readonly string[] {
  return list.includes(value) ? list.filter(each => each !== value) : [...list, value];
}
