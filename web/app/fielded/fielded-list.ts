import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { FieldedKindName } from '@contract/fielded';
import { PhaseMark } from '../shared/phase-mark';
import { WhenPipe } from '../shared/when-pipe';
import { FieldedService } from '../state/fielded.service';
import { SessionService } from '../state/session.service';
import { WritersChip } from '../writing/writers-chip';
import { fieldedKinds } from './fielded-kinds';

/** The records of a kind that is made of fields, and on how many pages each shows. */
@Component({
  selector: 'almanac-fielded-list',
  imports: [WritersChip, RouterLink, PhaseMark, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="row-line">
      <span class="quiet">{{ words().what }}</span>
      @if (mayWrite()) {
        <a class="btn btn-primary" [routerLink]="[words().writer, 'new']">{{ words().write }}</a>
      }
    </p>
    <ul class="panel">
      @for (each of rows(); track each.id) {
        <li>
          <almanac-phase [status]="each.status" />
          <a [routerLink]="[words().writer, each.id]">{{ each.title }}</a>
          @if (each.detail) {
            <span>{{ each.detail }}</span>
          }
          <span i18n class="quiet">on {each.pages.length, plural, =1 {1 page} other {{{ each.pages.length }} pages}}</span>
          @if (each.waiting && each.status !== each.waiting) {
            <span class="chip ochre">
              @if (each.waiting === 'draft') {
                <ng-container i18n>draft waiting</ng-container>
              } @else {
                <ng-container i18n>in review</ng-container>
              }
            </span>
          }
          <almanac-writers [of]="[each.id]" />
          <span class="grow"></span>
          <span class="quiet">{{ each.changedAt | when: 'short' }}, {{ each.changedBy }}</span>
        </li>
      } @empty {
        <li class="quiet">{{ words().none }}</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      max-width: 900px;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 4px 14px;
    }
    li {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 32px;
      border-bottom: 1px solid #ece6d9;
    }
    li:last-child {
      border: 0;
    }
  `,
})
export class FieldedList {
  readonly #lists = inject(FieldedService);
  readonly #session = inject(SessionService);
  readonly kind = input.required<FieldedKindName>();
  protected readonly words = computed(() => fieldedKinds[this.kind()]);
  protected readonly rows = computed(() => this.#lists.of(this.kind()).rows());
  protected readonly mayWrite = computed(() => this.#session.mayWrite(this.kind()));

  constructor() {
    effect(() => this.#lists.of(this.kind()).refresh());
  }
}
