import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { workedOnAt } from '../kinds/index';
import { Router } from '@angular/router';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap/dropdown';
import type { Notices } from '@contract/notices';
import { numberOf } from '@core/format/moment';
import { WhenPipe } from '../shared/when-pipe';
import { NoticesService } from './notices.service';

type Notice = Notices['notices'][number];

/** What one has been told of, from the masthead: how much is new, and a list that leads to each. */
@Component({
  selector: 'almanac-notices-menu',
  imports: [NgbDropdownModule, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div ngbDropdown placement="bottom-end" (openChange)="turn($event)">
      <button class="told" ngbDropdownToggle [class.new]="notices.newCount() > 0">
        @if (notices.newCount() > 0) {
          <ng-container i18n>{{ count() }} new</ng-container>
        } @else {
          <ng-container i18n>Notices</ng-container>
        }
      </button>
      <div ngbDropdownMenu class="list">
        @if (isOpen()) {
          @for (notice of notices.notices(); track notice.id) {
            <button ngbDropdownItem [class.new]="notice.isNew" (click)="open(notice)">
              @if (notice.isNew) {
                <span i18n class="visually-hidden">New:</span>&ngsp;
              }
              {{ notice.words }} <span class="quiet">{{ notice.at | when: 'short' }}</span>
            </button>
          } @empty {
            <p i18n class="quiet">Nothing yet. What waits for you, and what becomes of what you wrote, is told here.</p>
          }
          @if (notices.newCount() > 0) {
            <button i18n ngbDropdownItem class="all" (click)="notices.mark(null)">All of it is read</button>
          }
        }
      </div>
    </div>
  `,
  styles: `
    .told {
      border: 0;
      background: none;
      color: var(--tide);
      font-size: 12px;
      min-height: 26px;
      white-space: nowrap;
      border-radius: 3px;
      &::after {
        display: none;
      }
      &.new {
        background: var(--ochre);
        color: #fff;
        font-weight: 600;
        padding: 0 8px;
      }
    }
    .list {
      width: 400px;
      max-width: calc(100vw - 24px);
      max-height: min(70vh, 560px);
      overflow: auto;
    }
    .list button {
      white-space: normal;
      border-left: 3px solid transparent;
    }
    .list button.new {
      border-left-color: var(--ochre);
      font-weight: 600;
    }
    .list .quiet {
      font-size: 12px;
      font-weight: 400;
    }
    .list p {
      margin: 4px 16px;
    }
    .all {
      color: var(--tide);
      border-top: 1px solid var(--hair);
    }
  `,
})
export class NoticesMenu {
  protected readonly notices = inject(NoticesService);
  readonly #router = inject(Router);
  protected readonly isOpen = signal(false);
  protected readonly count = computed(() => numberOf(this.notices.newCount()));

  protected turn(isOpen: boolean): void {
    this.isOpen.set(isOpen);
    if (isOpen) this.notices.read();
  }

  protected open({ id, isNew, editionId, record }: Notice): void {
    if (isNew) this.notices.mark([id]);
    const place = record ? workedOnAt(record) : { link: ['/today'], query: {} };
    if (editionId) void this.#router.navigate(['/reviews', editionId]);
    else void this.#router.navigate([...place.link], { queryParams: place.query });
  }
}
