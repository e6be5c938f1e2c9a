import { ChangeDetectionStrategy, Component, inject, input, linkedSignal, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import type { EditionDetail } from '@contract/messages';
import { localTimeAt, type LocalTime } from '@core/schedule/local-time';
import { ApiClient, ApiProblem } from '../api/api-client';
import { MomentField } from '../shared/moment-field';
import { ToldPipe } from '../shared/told.pipe';
import { JoiningService } from './joining.service';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** What an edition is called and when it is wished for; changed by whoever may, and taken apart change by change. */
@Component({
  selector: 'almanac-edition-head',
  imports: [FormsModule, MomentField, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ edition().title }}</h1>
    @if (edition().mayEdit) {
      <details>
        <summary i18n class="few">Name, date and parts</summary>
        <p>
          <button i18n type="button" class="btn-word" [disabled]="isBusy()" (click)="joinAnother()">
            Go live together with something else…
          </button>
        </p>
        <form class="few" (ngSubmit)="save()">
          <label i18n class="form-label" for="edition-name">Its name</label>
          <input class="form-control" id="edition-name" name="title" [class.is-invalid]="faultAt('/title')" [(ngModel)]="title" />
          @if (faultAt('/title'); as words) {
            <p class="form-fault" role="alert">{{ words }}</p>
          }
          <almanac-moment-field
            label="Wished for"
            i18n-label
            emptyMeans="Empty: whenever it is approved. A wish publishes nothing."
            i18n-emptyMeans
            [value]="wished()"
            (valueChange)="wished.set($event)"
          />
          <button i18n class="btn btn-plain" [disabled]="isBusy() || !title().trim()">Keep name and date</button>
        </form>
        @if (edition().changes.length > 1) {
          <ul>
            @for (change of edition().changes; track change.proposalId) {
              <li>
                {{ change.title }} <span class="quiet">{{ change.kind | told }}</span>&ngsp;
                <button i18n type="button" class="btn-word" [disabled]="isBusy()" (click)="takeOut(change.proposalId)">Take it out</button>
              </li>
            }
          </ul>
          <p i18n class="form-help">What is taken out is a draft of its own from then on. Nothing changes for readers.</p>
        }
      </details>
    }
  `,
  styles: `
    ul {
      margin: 8px 0 0;
      padding-inline-start: 18px;
    }
  `,
})
export class EditionHead {
  readonly #api = inject(ApiClient);
  readonly #joining = inject(JoiningService);
  readonly #router = inject(Router);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly edition = input.required<EditionDetail>();
  /** It was changed, so that it is to be read anew. */
  readonly changed = output();
  protected readonly title = linkedSignal(() => this.edition().title);
  protected readonly wished = linkedSignal<LocalTime | null>(() => {
    const { wishedFrom } = this.edition();
    const { zone } = this.#session.site;
    return wishedFrom === null ? null : { local: localTimeAt(wishedFrom, zone), zone };
  });
  protected readonly isBusy = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);

  protected faultAt(pointer: string): string | null {
    return this.problem()?.faultAt(pointer) ?? null;
  }

  protected save(): void {
    this.#change(this.#api.editEdition(this.edition().id, { title: this.title(), wishedFrom: this.wished() }), () =>
      this.#messages.done($localize`Kept. Nothing has changed for readers.`),
    );
  }

  protected async joinAnother(): Promise<void> {
    const edition = await this.#joining.join(this.edition().id);
    if (edition) await this.#router.navigate(['/reviews', edition.id]);
  }

  protected takeOut(proposalId: string): void {
    this.#change(this.#api.takeOut(proposalId), ({ id, title }) =>
      this.#messages.done($localize`“${title}” is a draft of its own now.`, { label: $localize`Look at it`, link: ['/reviews', id] }),
    );
  }

  #change(changing: ReturnType<ApiClient['takeOut']>, then: (edition: EditionDetail) => void): void {
    this.isBusy.set(true);
    this.problem.set(null);
    changing.subscribe({
      next: edition => {
        this.isBusy.set(false);
        then(edition);
        this.changed.emit();
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        if (error instanceof ApiProblem) this.problem.set(error);
        this.#messages.problem(error);
      },
    });
  }
}
