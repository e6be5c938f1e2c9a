import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PhaseMark } from '../shared/phase-mark';
import { WhenPipe } from '../shared/when-pipe';
import { MenusService } from '../state/menus.service';
import { SessionService } from '../state/session.service';
import { WritersChip } from '../writing/writers-chip';

/** The menus that were put together by hand. */
@Component({
  selector: 'almanac-menus',
  imports: [WritersChip, RouterLink, PhaseMark, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="row-line">
      <span i18n class="quiet"
        >A menu is written here and put on pages by a block of the type <em>menu</em>. Without one, such a block follows the page
        tree.</span
      >
      @if (mayWrite) {
        <a i18n class="btn btn-primary" routerLink="/menus/new">Write a menu</a>
      }
    </p>
    <ul class="panel">
      @for (menu of menus.rows(); track menu.id) {
        <li>
          <almanac-phase [status]="menu.status" />
          <a [routerLink]="['/menus', menu.id]">{{ menu.title }}</a>
          <span i18n class="quiet"
            >{menu.entryCount, plural, =1 {1 entry} other {{{ menu.entryCount }} entries}}, on
            {menu.pages.length, plural, =1 {1 page} other {{{ menu.pages.length }} pages}}</span
          >
          @if (menu.waiting && menu.status !== menu.waiting) {
            <span class="chip ochre">
              @if (menu.waiting === 'draft') {
                <ng-container i18n>draft waiting</ng-container>
              } @else {
                <ng-container i18n>in review</ng-container>
              }
            </span>
          }
          <almanac-writers [of]="[menu.id]" />
          <span class="grow"></span>
          <span class="quiet">{{ menu.changedAt | when: 'short' }}, {{ menu.changedBy }}</span>
        </li>
      } @empty {
        <li i18n class="quiet">There is none yet: all menus follow the page tree.</li>
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
export class Menus {
  protected readonly menus = inject(MenusService);
  protected readonly mayWrite = inject(SessionService).mayWrite('menu');

  constructor() {
    this.menus.refresh();
  }
}
