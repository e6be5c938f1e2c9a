import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { MailList } from '@contract/people';
import { ApiClient, ApiProblem } from '../api/api-client';
import { WhenPipe } from '../shared/when-pipe';

/** The e-mails sent lately. */
@Component({
  selector: 'almanac-outbox',
  imports: [WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (fault()) {
      <p class="notice-line">{{ fault() }}</p>
    }
    @if (list(); as list) {
      <p class="quiet">
        @if (list.isStandIn) {
          <ng-container i18n
            >No mail server is named, so e-mails stay here: they are written beside the store, one file each, and can be handed on. Whoever
            starts the server names one by ALMANAC_SMTP.</ng-container
          >
        } @else {
          <ng-container i18n>A mail server takes these on; what is in them is not kept.</ng-container>
        }
      </p>
      @for (mail of list.mails; track mail.id) {
        <details class="panel">
          <summary>
            <b>{{ mail.subject }}</b> <span i18n class="quiet">to {{ mail.to }}, {{ mail.sentAt | when }}</span>
            @if (mail.fault) {
              <span i18n class="chip ember">not sent: {{ mail.fault }}</span>
            }
          </summary>
          @if (mail.text) {
            <pre>{{ mail.text }}</pre>
          }
        </details>
      } @empty {
        <p i18n class="quiet">None has been sent within a month.</p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 820px;
    }
    details {
      padding: 4px 14px;
      margin-bottom: 6px;
    }
    summary .quiet {
      margin-inline-start: 6px;
    }
    summary {
      min-height: 26px;
      cursor: pointer;
    }
    pre {
      white-space: pre-wrap;
      overflow-wrap: anywhere;
      font: 13px/1.5 var(--text);
      margin: 6px 0;
    }
  `,
})
export class OutboxSetUp {
  protected readonly list = signal<MailList | null>(null);
  protected readonly fault = signal('');

  constructor() {
    inject(ApiClient)
      .listMails()
      .subscribe({
        next: list => this.list.set(list),
        error: (error: unknown) =>
          this.fault.set(error instanceof ApiProblem ? error.message : $localize`Something went wrong. Reload the page.`),
      });
  }
}
