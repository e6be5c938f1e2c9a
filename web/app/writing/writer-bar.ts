import { isWaiting } from '@core/ledger/stage';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { placesOf } from '../kinds/index';
import { Router, RouterLink } from '@angular/router';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { Clashes } from '../shared/clashes';
import { openDeletion } from '../shared/deletion-dialog';
import { PhaseMark } from '../shared/phase-mark';
import { ToldPipe } from '../shared/told.pipe';
import { VerbPipe } from '../shared/verb.pipe';
import { RemarksLine } from '../remarks/remarks-line';
import { openRights } from '../rights/rights-dialog';
import { JoiningService } from '../reviews/joining.service';
import { SessionService } from '../state/session.service';
import { Holding } from './holding';
import { WritingService } from './writing.service';
import { BaseMoved } from './base-moved';

/** What state the words are in, what saving does, and what stands in the way. */
@Component({
  selector: 'almanac-writer-bar',
  imports: [BaseMoved, RouterLink, PhaseMark, ToldPipe, VerbPipe, Clashes, Holding, RemarksLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="bar">
      <h1>
        @if (writing.value()?.title; as title) {
          {{ title }}
        } @else {
          <ng-container i18n>Untitled</ng-container>
        }
      </h1>
      @if (writing.record(); as record) {
        <almanac-phase [status]="record.status" [withWord]="true" />
      }
      @if (writing.proposal(); as proposal) {
        <span class="chip ochre">
          @if (proposal.stage === 'draft') {
            <ng-container i18n>your draft</ng-container>
          } @else {
            {{ proposal.stage | told }}
          }
        </span>
      }
      @if (writing.isChanged()) {
        <span i18n class="small quiet">not saved yet; kept in this browser</span>
      }
      <span class="grow"></span>
      @if (writing.record()) {
        <button i18n type="button" class="btn-word" (click)="sayRights()">Who may what</button>
      }
      <ng-content />
      @if (writing.mayWrite) {
        @if (writing.isChanged()) {
          <button i18n class="btn btn-plain" (click)="writing.discard()">Discard</button>
        }
        @if (writing.proposal(); as proposal) {
          <button i18n class="btn btn-plain" [disabled]="!writing.isChanged() || writing.isBusy()" (click)="writing.save()">
            Save draft
          </button>
          @for (move of proposal.moves; track move.name) {
            @if (move.to === 'draft') {
              <button class="btn btn-plain" (click)="writing.move(move.name)">{{ move.name | verb }}</button>
            } @else if (isWaiting(move.to) && proposal.stage === 'draft') {
              <button class="btn btn-primary" [disabled]="writing.isBusy()" (click)="writing.move(move.name)">
                {{ move.name | verb }}
              </button>
            }
          }
          <button i18n type="button" class="btn-word" (click)="joinAnother(proposal.editionId)">Together with…</button>
          <a i18n class="btn btn-plain" [routerLink]="['/reviews', proposal.editionId]">The proposal</a>
        } @else {
          @if (writing.record()?.status === 'live' && !writing.isChanged()) {
            <button i18n class="btn btn-plain" (click)="writing.takeOff()">Take off…</button>
          }
          @if (isOff() && !writing.isChanged()) {
            <button i18n class="btn btn-primary" (click)="writing.putBack()">Put back…</button>
            @if (mayDelete()) {
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
        <ng-container i18n>These are words you had not saved. They were kept in this browser.</ng-container>&ngsp;
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
    @if (writing.record(); as record) {
      <almanac-holding
        [recordId]="record.id"
        [kind]="record.kind"
        [locale]="writing.locale()"
        [isChanged]="writing.isChanged()"
        (reload)="writing.reopen()"
      />
    }
    @if (writing.proposal(); as proposal) {
      <almanac-remarks-line [editionId]="proposal.editionId" />
    }
    @if (writing.proposal()?.baseMoved) {
      <almanac-base-moved [isChanged]="writing.isChanged()" (wanted)="writing.bringLiveIn()" />
    }
    @for (other of writing.others(); track other.id) {
      <p i18n class="notice-line">
        {{ other.author.name }} has a proposal ({{ other.stage | told }}) on this too.
        <a [routerLink]="['/reviews', other.editionId]">Look at it</a>
      </p>
    }
    @if (writing.problem(); as problem) {
      @if (!writing.clash()) {
        <p class="notice-line ember" role="alert">{{ problem.message }}</p>
      }
    }
    @if (writing.clash(); as clash) {
      <almanac-clashes
        [clashes]="[clash]"
        (together)="writing.bringTogether()"
        (theirsTaken)="writing.takeTheirs()"
        (mineKept)="writing.saveOverTheirs()"
      />
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
  protected readonly isWaiting = isWaiting;
  protected readonly writing = inject<WritingService<{ readonly title: string }>>(WritingService);
  readonly #modal = inject(NgbModal);
  readonly #router = inject(Router);
  readonly #session = inject(SessionService);
  readonly #joining = inject(JoiningService);
  protected readonly mayDelete = computed(() => {
    const record = this.writing.record();
    return record !== null && this.#session.may('delete for good', [this.#session.written(record.kind, record.locale)]);
  });
  protected readonly isOff = computed(() => ['retired', 'expired'].includes(this.writing.record()?.status ?? ''));

  /** Says what the person may do with it, and who could do the rest. */
  protected sayRights(): void {
    openRights(this.#modal, this.writing.id, this.writing.locale(), this.writing.record()!.title);
  }

  protected async joinAnother(editionId: string): Promise<void> {
    if (await this.#joining.join(editionId)) this.writing.reopen();
  }

  protected remove(): void {
    openDeletion(this.#modal, this.writing.id).then(
      () => void this.#router.navigate([placesOf(this.writing.record()!.kind).workspace]),
      () => undefined,
    );
  }
}
