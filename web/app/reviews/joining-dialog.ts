import { ChangeDetectionStrategy, Component, computed, inject, type OnInit, signal } from '@angular/core';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { EditionRow } from '@contract/messages';
import { ApiClient } from '../api/api-client';
import { PhaseMark, phaseOf } from '../shared/phase-mark';
import { ToldPipe } from '../shared/told.pipe';
import { WhenPipe } from '../shared/when-pipe';

/** Puts all that is in an edition into another that is on its way, after saying what that means. */
@Component({
  selector: 'almanac-joining-dialog',
  imports: [PhaseMark, ToldPipe, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Go live together with something else</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      @if (editions(); as editions) {
        @for (each of editions; track each.id) {
          <label class="row-line">
            <input
              type="radio"
              class="form-check-input"
              name="edition"
              [checked]="chosenId() === each.id"
              (change)="chosenId.set(each.id)"
            />
            <almanac-phase [status]="phaseOf(each.stage)" />
            <span
              ><b>{{ each.title }}</b
              >&ngsp;<span class="quiet">{{ each.summary }}, {{ each.author.name }}</span></span
            >
            @if (each.wishedFrom) {
              <span i18n class="chip">wished for {{ each.wishedFrom | when: 'short' }}</span>
            }
          </label>
        } @empty {
          <p i18n class="quiet">Nothing else is on its way.</p>
        }
        @if (chosen(); as chosen) {
          <p class="notice-line">
            <ng-container i18n
              >It goes live with all else in “{{ chosen.title }}”, all or none, and stands where that stands:
              {{ chosen.stage | told }}.</ng-container
            >&ngsp;
            @if (chosen.wishedFrom) {
              <ng-container i18n>The date wished for is that one’s.</ng-container>&ngsp;
            }
            <ng-container i18n>Remarks go along. Nothing changes for readers.</ng-container>
          </p>
        }
      }
      @if (fault()) {
        <p class="notice-line ember" role="alert">{{ fault() }}</p>
      }
      <p class="acts">
        <button class="btn btn-primary" [disabled]="!chosen() || isBusy()" (click)="join()">
          @if (chosen(); as chosen) {
            <ng-container i18n>Put it in with “{{ chosen.title }}”</ng-container>
          } @else {
            <ng-container i18n>Put it in with…</ng-container>
          }
        </button>
        <button i18n class="btn btn-plain" (click)="modal.dismiss()">Leave it by itself</button>
      </p>
    </div>
  `,
  styles: `
    .acts {
      display: flex;
      gap: 8px;
      margin: 12px 0 0;
    }
  `,
})
export class JoiningDialog implements OnInit {
  protected readonly modal = inject(NgbActiveModal);
  protected readonly phaseOf = phaseOf;
  readonly #api = inject(ApiClient);
  /** Set by whoever opens the dialog. */
  editionId = '';
  protected readonly editions = signal<readonly EditionRow[] | null>(null);
  protected readonly chosenId = signal('');
  protected readonly chosen = computed(() => this.editions()?.find(each => each.id === this.chosenId()) ?? null);
  protected readonly isBusy = signal(false);
  protected readonly fault = signal('');

  ngOnInit(): void {
    this.#api.listEditions('open').subscribe({
      next: editions => this.editions.set(editions.filter(each => each.id !== this.editionId)),
      error: (error: unknown) => this.#tell(error),
    });
  }

  protected join(): void {
    this.isBusy.set(true);
    this.#api
      .joinWhole(this.chosenId(), this.editionId)
      .subscribe({ next: edition => this.modal.close(edition), error: (error: unknown) => this.#tell(error) });
  }

  #tell(error: unknown): void {
    this.isBusy.set(false);
    this.fault.set(error instanceof Error ? error.message : '');
  }
}
