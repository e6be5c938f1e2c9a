import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { FormMessageTold, FormRow } from '@contract/forms';
import { ApiClient, ApiProblem } from '../api/api-client';
import { saveTable } from '../shared/save-table';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';

/** What readers sent through forms. */
@Component({
  selector: 'almanac-sent-forms',
  imports: [RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (fault()) {
      <p class="notice-line">{{ fault() }}</p>
    }
    @for (form of forms() ?? []; track form.id) {
      <section class="panel">
        <h2>
          <a [routerLink]="['/blocks', form.id]">{{ form.title }}</a>
        </h2>
        <p class="row-line">
          <span class="quiet grow">
            <ng-container i18n>{form.count, plural, =0 {nothing sent} =1 {1 sent} other {{{ form.count }} sent}}</ng-container
            >,&ngsp;<ng-container i18n>kept for {form.keptDays, plural, =1 {a day} other {{{ form.keptDays }} days}}</ng-container>
            @if (form.to) {
              <ng-container i18n>, handed on to {{ form.to }}</ng-container>
            }
            ·
            @for (page of form.pages; track page.id) {
              <a [href]="page.path" target="_blank" rel="noopener">{{ page.title }}</a>
            } @empty {
              <ng-container i18n>on no page</ng-container>
            }
          </span>
          @if (form.count > 0) {
            <button class="btn btn-plain" [attr.aria-expanded]="open() === form.id" (click)="toggle(form)">
              @if (open() === form.id) {
                <ng-container i18n>Close</ng-container>
              } @else {
                <ng-container i18n>Read</ng-container>
              }
            </button>
            <button i18n class="btn btn-plain" (click)="save(form)">Save as a table</button>
          }
        </p>
        @if (open() === form.id) {
          @for (message of messages(); track message.id) {
            <article>
              <p class="row-line">
                <b>{{ message.sentAt | when }}</b>
                <span i18n class="quiet grow">on {{ message.page }}; deleted by itself {{ message.keptUntil | when: 'short' }}</span>
                @if (asked() === message.id) {
                  <button i18n class="btn btn-plain danger" (click)="drop(form, message)">Yes, delete it for good</button>
                  <button i18n class="btn btn-plain" (click)="asked.set('')">Keep it</button>
                } @else {
                  <button i18n class="btn-word" (click)="asked.set(message.id)">Delete</button>
                }
              </p>
              <dl>
                @for (each of message.answers; track $index) {
                  <dt>{{ each.question }}</dt>
                  <dd>{{ each.answer || '–' }}</dd>
                }
              </dl>
            </article>
          }
        }
      </section>
    } @empty {
      @if (forms()) {
        <p i18n class="quiet">There is no form yet. Write a block of the type form, and place it on a page.</p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 900px;
    }
    section {
      padding: 8px 14px;
      margin-bottom: 8px;
    }
    h2 {
      font-size: 15px;
      margin: 0;
    }
    article {
      border-top: 1px solid var(--hair);
      padding: 6px 0;
    }
    dl {
      display: grid;
      grid-template-columns: minmax(120px, 200px) 1fr;
      gap: 2px 14px;
      margin: 0;
    }
    dt {
      font-weight: 400;
      color: var(--ink-2);
    }
    dd {
      margin: 0;
      white-space: pre-line;
      overflow-wrap: anywhere;
    }
  `,
})
export class SentForms {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  protected readonly forms = signal<readonly FormRow[] | null>(null);
  protected readonly messages = signal<readonly FormMessageTold[]>([]);
  /** The id of the form whose messages are read. */
  protected readonly open = signal('');
  /** The id of the message of which it is asked whether it may be deleted. */
  protected readonly asked = signal('');
  protected readonly fault = signal('');

  constructor() {
    this.#read();
  }

  #read(): void {
    this.#api.listForms().subscribe({
      next: forms => this.forms.set(forms),
      error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.message : String(error)),
    });
  }

  protected toggle({ id }: FormRow): void {
    if (this.open() === id) return this.open.set('');
    this.#api.readFormMessages(id).subscribe({
      next: messages => {
        this.messages.set(messages);
        this.open.set(id);
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected save({ id, title }: FormRow): void {
    this.#api.formCsv(id).subscribe({
      next: csv => saveTable(`${title}.csv`, csv),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected drop({ id }: FormRow, message: FormMessageTold): void {
    this.#api.deleteFormMessage(message.id).subscribe({
      next: () => {
        this.messages.update(all => all.filter(each => each.id !== message.id));
        if (this.messages().length === 0 && this.open() === id) this.open.set('');
        this.#read();
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
