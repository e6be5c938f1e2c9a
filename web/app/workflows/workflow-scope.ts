import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import type { Governed } from '@core/workflow/governed';
import { ChosenChip } from '../shared/chosen-chip';
import { KindsChoice } from '../shared/kinds-choice';
import { indentOf } from '../shared/labels';
import { toggled } from '../shared/toggled';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';

/** What a workflow governs: kinds and their types, sections, languages. */
@Component({
  selector: 'almanac-workflow-scope',
  imports: [ChosenChip, KindsChoice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>What goes this way</h3>
    @if (isLast()) {
      <p i18n class="quiet">Everything that no workflow before it governs.</p>
    } @else {
      <p class="chips">
        <almanac-kinds-choice noneMeans="every kind" i18n-noneMeans [kinds]="governed().kinds" (kindsChange)="set({ kinds: $event })" />
      </p>
      <p class="chips">
        @for (id of governed().sections; track id) {
          <almanac-chosen [name]="titleOf(id)" (dropped)="toggle('sections', id)"
            ><ng-container i18n>beneath {{ titleOf(id) }}</ng-container></almanac-chosen
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
            <almanac-chosen [name]="nameOf(tag)" (dropped)="toggle('locales', tag)"
              ><ng-container i18n>in {{ nameOf(tag) }}</ng-container></almanac-chosen
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
  protected readonly locales = this.#session.site.locales;
  readonly governed = model.required<Governed>();
  /** The last one governs whatever no other does, and cannot leave anything out. */
  readonly isLast = input.required<boolean>();
  protected readonly pages = computed(() => this.#pages().filter(page => page.status === 'live'));

  protected titleOf(id: string): string {
    return this.#pages().find(page => page.id === id)?.title ?? $localize`a page that is gone`;
  }

  protected nameOf(tag: string): string {
    return this.locales.find(each => each.tag === tag)?.name ?? tag;
  }

  protected toggle(list: 'sections' | 'locales', value: string): void {
    if (value) this.set({ [list]: toggled(this.governed()[list], value) });
  }

  protected set(part: Partial<Governed>): void {
    this.governed.set({ ...this.governed(), ...part });
  }
}
