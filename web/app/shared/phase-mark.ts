import { isWaiting } from '@core/ledger/stage';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** What a mark can stand for. */
export type PhaseStatus =
  'draft' | 'in review' | 'approved' | 'scheduled' | 'live' | 'expired' | 'retired' | 'declined' | 'away' | 'over' | 'not yet';

/** The mark of a stage: one that the site has named itself waits like a review. */
export function phaseOf(stage: string): PhaseStatus {
  if (isWaiting(stage)) return 'in review';
  return stage === 'withdrawn' ? 'retired' : (stage as PhaseStatus);
}

const words: Readonly<Record<PhaseStatus, string>> = {
  draft: $localize`Draft`,
  'in review': $localize`In review`,
  approved: $localize`Approved`,
  scheduled: $localize`Scheduled`,
  live: $localize`Live`,
  expired: $localize`Expired`,
  retired: $localize`Taken off`,
  declined: $localize`Declined`,
  away: $localize`Away`,
  over: $localize`Over: its time has passed`,
  'not yet': $localize`Not yet: its time comes later`,
};

/** A moon phase for a stage or status, with its word beside it or in its accessible name. Host: role img. */
@Component({
  selector: 'almanac-phase',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      viewBox="0 0 14 14"
      width="14"
      height="14"
      [attr.role]="withWord() ? null : 'img'"
      [attr.aria-label]="withWord() ? null : word()"
      [attr.aria-hidden]="withWord() ? 'true' : null"
    >
      @switch (status()) {
        @case ('live') {
          <circle cx="7" cy="7" r="6" fill="var(--leaf)" />
        }
        @case ('in review') {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--ochre)" stroke-width="1.2" />
          <path d="M7 1.6a5.4 5.4 0 0 1 0 10.8z" fill="var(--ochre)" />
        }
        @case ('approved') {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--tide)" stroke-width="1.2" />
          <path d="M7 1.6a5.4 5.4 0 0 1 0 10.8a8 8 0 0 1 0-10.8z" transform="translate(-1.2 0)" fill="var(--tide)" />
        }
        @case ('not yet') {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--leaf)" stroke-width="1.2" />
          <path d="M7 1.6a5.4 5.4 0 0 1 0 10.8C3.4 10.6 3.4 3.4 7 1.6z" fill="var(--leaf)" />
        }
        @case ('scheduled') {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--tide)" stroke-width="1.2" />
          <path d="M7 1.6a5.4 5.4 0 0 1 0 10.8C3.4 10.6 3.4 3.4 7 1.6z" fill="var(--tide)" />
        }
        @case ('over') {
          <path d="M8.5 1.4a5.8 5.8 0 1 0 0 11.2A6.6 6.6 0 0 1 8.5 1.4z" fill="var(--leaf)" />
        }
        @case ('expired') {
          <path d="M8.5 1.4a5.8 5.8 0 1 0 0 11.2A6.6 6.6 0 0 1 8.5 1.4z" fill="var(--ink-2)" />
        }
        @case ('retired') {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--ink-2)" stroke-width="1.2" />
          <path d="M2.5 11.5l9-9" stroke="var(--ink-2)" stroke-width="1.3" />
        }
        @case ('declined') {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--ember)" stroke-width="1.2" />
          <path d="M2.5 11.5l9-9" stroke="var(--ember)" stroke-width="1.3" />
        }
        @case ('away') {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--ink-2)" stroke-width="1.2" stroke-dasharray="2 2" />
        }
        @default {
          <circle cx="7" cy="7" r="5.4" fill="none" stroke="var(--ink)" stroke-width="1.3" />
        }
      }
    </svg>
    @if (withWord()) {
      <span>{{ word() }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 6px;
      white-space: nowrap;
    }
    svg {
      flex: none;
      display: block;
    }
  `,
})
export class PhaseMark {
  readonly status = input.required<PhaseStatus>();
  readonly withWord = input(false);
  protected readonly word = computed(() => words[this.status()]);
}
