import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { EditionDetail } from '@contract/messages';
import type { Role } from '@core/kinds/kind';
import { listOf, withArticle } from '@core/format/moment';
import { ApiClient } from '../api/api-client';
import { headsOf } from '../shared/heads';
import { ToldPipe } from '../shared/told.pipe';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';

/** Whose word an edition waits for, and who has given theirs for what stands there. */
@Component({
  selector: 'almanac-given-words',
  imports: [FormsModule, ToldPipe, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (edition().words.asked.length + edition().words.given.length > 0) {
      <section class="panel">
        <h2 i18n>Words given for it</h2>
        @for (each of edition().words.asked; track each.role) {
          @if (!each.isGiven) {
            <p>
              @if (each.people.length > 0) {
                <ng-container i18n>It waits for the word of {{ withArticle(each.role) }}: {{ listOf(each.people, 'or') }}.</ng-container>
              } @else {
                <ng-container i18n>It waits for the word of {{ withArticle(each.role) }}, of whom there is none.</ng-container>
              }
            </p>
            @if (each.mayGive) {
              <label i18n class="form-label" for="word-remark">What you have looked at <span class="quiet">(kept with it)</span></label>
              <input class="form-control" id="word-remark" [(ngModel)]="remark" />
              <button i18n type="button" class="btn btn-plain" [disabled]="isBusy()" (click)="give(each.role)">
                Give your word as {{ each.role | told }}
              </button>
            }
          }
        }
        @for (each of edition().words.given; track each.at) {
          <p [class.quiet]="!each.isForThis">
            <ng-container i18n
              ><b>{{ each.by }}</b
              >, {{ each.role | told }}, {{ each.at | when }}</ng-container
            >
            @if (!each.isForThis) {
              <ng-container i18n> (for what stood there before)</ng-container>
            }
            @if (each.remark) {
              <span class="title-face">“{{ each.remark }}”</span>
            }
          </p>
        }
      </section>
    }
  `,
  styles: `
    section {
      padding: 10px 14px;
    }
    p {
      margin: 0 0 4px;
    }
    button {
      margin-top: 6px;
    }
  `,
})
export class GivenWords {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly edition = input.required<EditionDetail>();
  readonly given = output<EditionDetail>();
  protected readonly listOf = listOf;
  protected readonly withArticle = withArticle;
  protected readonly remark = signal('');
  protected readonly isBusy = signal(false);

  protected give(role: Role): void {
    this.isBusy.set(true);
    this.#api.giveWord(this.edition().id, { role, decidedOn: headsOf(this.edition()), remark: this.remark() }).subscribe({
      next: edition => {
        this.isBusy.set(false);
        this.remark.set('');
        this.given.emit(edition);
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        this.#messages.problem(error);
      },
    });
  }
}
