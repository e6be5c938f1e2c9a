import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { SharedRuleRow } from '@contract/assembling';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { RulesService } from './rules.service';

type Governed = SharedRuleRow['governs'][number];

/** The placements over which a shared rule or a season has a say. */
@Component({
  selector: 'almanac-governed-list',
  imports: [MidSentencePipe, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>Governs {row().governs.length, plural, =1 {1 placement} other {{{ row().governs.length }} placements}}</h3>
    <ul>
      @for (each of row().governs; track each.placementId) {
        <li>
          <a routerLink="/arrange" [queryParams]="{ page: each.pageId, sel: each.placementId }">{{ each.title }}</a>
          <span i18n class="quiet"
            >{{ each.target | midSentence }}, {each.pageCount, plural, =1 {1 page} other {{{ each.pageCount }} pages}}</span
          >
          @if (rules.changedIds().has(each.placementId)) {
            <span i18n class="chip ochre">unsaved</span>
          } @else if (mayLeave()) {
            <button i18n class="btn-word" ariaLabel="{{ each.title }}: leave, keeping a copy" i18n-ariaLabel (click)="leave.emit(each)">
              Leave, keeping a copy
            </button>
          }
        </li>
      } @empty {
        <li i18n class="quiet">Nothing follows it.</li>
      }
      @for (each of row().followedBy; track each.id) {
        <li i18n>Shared rule “{{ each.title }}” follows it.</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      gap: 10px;
      align-items: baseline;
      min-height: 26px;
    }
    li .btn-word {
      margin-left: auto;
    }
    h3 {
      margin: 14px 0 4px;
      border-bottom: 1px solid var(--hair);
    }
  `,
})
export class GovernedList {
  protected readonly rules = inject(RulesService);
  readonly row = input.required<Pick<SharedRuleRow, 'governs' | 'followedBy'>>();
  readonly mayLeave = input(false);
  readonly leave = output<Governed>();
}
