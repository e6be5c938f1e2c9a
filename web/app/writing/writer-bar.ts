import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { placesOf } from '../kinds/index';
import { Router, RouterLink } from '@angular/router';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { compareValues } from '@core/compare/compare';
import { ComparisonView } from '../shared/comparison-view';
import { openDeletion } from '../shared/deletion-dialog';
import { PhaseMark } from '../shared/phase-mark';
import { SessionService } from '../state/session.service';
import { WritingService } from './writing.service';

/** What state the words are in, what saving does, and what stands in the way. */
@Component({
  selector: 'almanac-writer-bar',
  imports: [RouterLink, PhaseMark, ComparisonView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="bar">
      <h1>{{ writing.value()?.title || 'Untitled' }}</h1>
      @if (writing.record(); as record) {
        <almanac-phase [status]="record.status" [withWord]="true" />
      }
      @if (writing.proposal(); as proposal) {
        <span class="chip ochre">
          @if (proposal.stage === 'draft') {
            <ng-container i18n>your draft</ng-container>
          } @else {
            <ng-container i18n>in review</ng-container>
          }
        </span>
      }
      @if (writing.isChanged()) {
        <span i18n class="small quiet">not saved yet; kept in this browser</span>
      }
      <span class="grow"></span>
      <ng-content />
      @if (writing.mayWrite) {
        @if (writing.isChanged()) {
          <button i18n class="btn btn-plain" (click)="writing.discard()">Discard</button>
        }
        @if (writing.proposal(); as proposal) {
          <button i18n class="btn btn-plain" [disabled]="!writing.isChanged() || writing.isBusy()" (click)="writing.save()">
            Save draft
          </button>
          @if (writing.mayMove('take back')) {
            <button i18n class="btn btn-plain" (click)="writing.move('take back')">Take back</button>
          }
          @if (writing.mayMove('send for review')) {
            <button i18n class="btn btn-primary" [disabled]="writing.isBusy()" (click)="writing.move('send for review')">
              Send for review
            </button>
          }
          <a i18n class="btn btn-plain" [routerLink]="['/reviews', proposal.editionId]">The proposal</a>
        } @else {
          @if (writing.record()?.status === 'live' && !writing.isChanged()) {
            <button i18n class="btn btn-plain" (click)="writing.takeOff()">Take off…</button>
          }
          @if (isOff() && !writing.isChanged()) {
            <button i18n class="btn btn-primary" (click)="writing.putBack()">Put back…</button>
            @if (mayDelete) {
              <button i18n class="btn btn-plain danger" (click)="remove()">Delete for good…</button>
            }
          } @else {
            <button i18n class="btn btn-primary" [disabled]="!writing.isChanged() || writing.isBusy()" (click)="writing.save()">
              Save…
            </button>
          }
        }
      } @else {
        <span i18n class="quiet">Your roles let you read this, not change it.</span>
      }
    </div>
    @if (writing.wasKept() && writing.isChanged()) {
      <p class="notice-line">
        <ng-container i18n>These are words you had not saved. They were kept in this browser.</ng-container>
        <button i18n class="btn-word" (click)="writing.discard()">Discard them</button>
      </p>
    }
    @if (writing.otherTab(); as other) {
      <p class="notice-line" role="status">
        <ng-container i18n
          >Other words of this, “{{ other.title }}”, are in another tab of this browser. Yours stay here, and both are kept.</ng-container
        >
        <button i18n class="btn-word" (click)="writing.takeOtherTab()">Take those instead</button>
      </p>
    }
    @for (other of writing.others(); track other.id) {
      <p i18n class="notice-line">
        {{ other.author.name }} has a proposal {other.stage, select, draft {in draft} other {in review}} on this too.
        <a [routerLink]="['/reviews', other.editionId]">Look at it</a>
      </p>
    }
    @if (writing.problem(); as problem) {
      @if (!writing.clash()) {
        <p class="notice-line ember" role="alert">{{ problem.message }}</p>
      }
    }
    @if (writing.clash(); as clash) {
      <div class="notice-line ember" role="alert">
        <p i18n>
          <b>{{ clash.by }} saved a newer version while you wrote.</b> Both are here; nothing is lost. Theirs against yours:
        </p>
        <almanac-comparison [changes]="clashChanges()" />
        <p>
          <button i18n class="btn btn-plain" (click)="writing.saveOverTheirs()">Save mine as the next version</button>
          <button i18n class="btn btn-plain" (click)="writing.takeTheirs()">Go on from theirs</button>
        </p>
      </div>
    }
  `,
  styles: `
    .bar {
      display: flex;
      align-items: center;
      gap: 10px;
      padding: 6px 20px;
      min-height: 44px;
      border-bottom: 1px solid var(--hair);
      flex-wrap: wrap;
    }
    h1 {
      font-size: 17px;
      margin: 0;
      max-width: 420px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .notice-line {
      margin: 6px 20px 0;
    }
  `,
})
export class WriterBar {
  protected readonly writing = inject<WritingService<{ readonly title: string }>>(WritingService);
  readonly #modal = inject(NgbModal);
  readonly #router = inject(Router);
  protected readonly mayDelete = inject(SessionService).holds('manager', 'administrator');
  protected readonly isOff = computed(() => ['retired', 'expired'].includes(this.writing.record()?.status ?? ''));
  protected readonly clashChanges = computed(() => {
    const clash = this.writing.clash();
    return clash
      ? compareValues(clash.value, this.writing.value()).map(change => ({
          field: change.field,
          label: change.field.replace('fields.', ''),
          before: String(change.before ?? ''),
          after: String(change.after ?? ''),
          words: [...change.words],
          note: '',
        }))
      : [];
  });

  protected remove(): void {
    openDeletion(this.#modal, this.writing.id).then(
      () => void this.#router.navigate([placesOf(this.writing.record()!.kind).workspace]),
      () => undefined,
    );
  }
}
