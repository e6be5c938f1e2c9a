import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { wholeGrant, type Grant } from '@core/rights/grants';
import { roles, type Role } from '@core/workflow/workflow';
import { ChosenChip } from '../shared/chosen-chip';
import { indentOf } from '../shared/labels';
import { ToldPipe } from '../shared/told.pipe';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';

/** What each role lets somebody do. */
const help: Readonly<Record<Role, string>> = {
  writer: $localize`writes drafts and proposals`,
  translator: $localize`writes in locales other than the first`,
  editor: $localize`reviews and publishes`,
  manager: $localize`sets rules, placements, menus and limits`,
  administrator: $localize`sets people and the site`,
};

/** Sets the roles of somebody, each everywhere or in some sections, and in every locale or in some. */
@Component({
  selector: 'almanac-grants-form',
  imports: [ChosenChip, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend i18n>Roles <span class="quiet">none: a reader</span></legend>
      @for (role of all; track role) {
        <label class="row-line"
          ><input type="checkbox" class="form-check-input" [checked]="grantOf(role)" (change)="toggle(role)" /> {{ role | told }}
          <span class="quiet">{{ help[role] }}</span></label
        >
        @if (grantOf(role); as grant) {
          <p class="scope">
            @for (id of grant.sections; track id) {
              <almanac-chosen [name]="titleOf(id)" (dropped)="drop(grant, 'sections', id)"
                ><ng-container i18n>beneath {{ titleOf(id) }}</ng-container></almanac-chosen
              >
            }
            @for (tag of grant.locales; track tag) {
              <almanac-chosen [name]="nameOf(tag)" (dropped)="drop(grant, 'locales', tag)"
                ><ng-container i18n>in {{ nameOf(tag) }}</ng-container></almanac-chosen
              >
            }
            <select
              class="form-select"
              ariaLabel="Where the {{ role | told }} decides"
              i18n-ariaLabel
              (change)="add(grant, 'sections', $event)"
            >
              <option value="">
                @if (grant.sections.length === 0) {
                  <ng-container i18n>Everywhere</ng-container>
                } @else {
                  <ng-container i18n>and beneath…</ng-container>
                }
              </option>
              @for (page of sections(); track page.id) {
                @if (!grant.sections.includes(page.id)) {
                  <option [value]="page.id">{{ indent(page.depth) }}{{ page.title }}</option>
                }
              }
            </select>
            @if (locales.length > 1) {
              <select
                class="form-select"
                ariaLabel="In which locales the {{ role | told }} writes"
                i18n-ariaLabel
                (change)="add(grant, 'locales', $event)"
              >
                <option value="">
                  @if (grant.locales.length === 0) {
                    <ng-container i18n>In every locale</ng-container>
                  } @else {
                    <ng-container i18n>and in…</ng-container>
                  }
                </option>
                @for (locale of locales; track locale.tag) {
                  @if (!grant.locales.includes(locale.tag)) {
                    <option [value]="locale.tag">{{ locale.name }}</option>
                  }
                }
              </select>
            }
          </p>
        }
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      margin-top: 8px;
    }
    legend {
      font: 600 13px var(--text);
      margin: 0;
    }
    legend .quiet {
      font-weight: 400;
    }
    .scope {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
      margin: 0 0 6px 24px;
    }
    .form-select {
      width: auto;
      max-width: 150px;
      padding-block: 2px;
      font-size: 13px;
    }
  `,
})
export class GrantsForm {
  readonly #pages = inject(PagesService).pages;
  readonly grants = model.required<readonly Grant[]>();
  protected readonly all = roles;
  protected readonly help = help;
  protected readonly indent = indentOf;
  protected readonly locales = inject(SessionService).site.locales;
  protected readonly sections = computed(() => this.#pages().filter(page => page.status === 'live' && page.parentId !== null));

  protected grantOf(role: Role): Grant | undefined {
    return this.grants().find(each => each.role === role);
  }

  protected titleOf(id: string): string {
    return this.#pages().find(page => page.id === id)?.title ?? $localize`a page that is gone`;
  }

  protected nameOf(tag: string): string {
    return this.locales.find(each => each.tag === tag)?.name ?? tag;
  }

  protected toggle(role: Role): void {
    const held = this.grants();
    this.grants.set(this.grantOf(role) ? held.filter(each => each.role !== role) : [...held, wholeGrant(role)]);
  }

  protected add({ role }: Grant, part: 'sections' | 'locales', event: Event): void {
    const select = event.target as HTMLSelectElement;
    const { value } = select;
    if (value) this.#change(role, part, held => [...held, value]);
    select.value = '';
  }

  protected drop({ role }: Grant, part: 'sections' | 'locales', value: string): void {
    this.#change(role, part, held => held.filter(each => each !== value));
  }

  #change(role: Role, part: 'sections' | 'locales', change: (held: readonly string[]) => readonly string[]): void {
    this.grants.set(this.grants().map(each => (each.role === role ? { ...each, [part]: change(each[part]) } : each)));
  }
}
