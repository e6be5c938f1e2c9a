import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { ClosedPages } from '@contract/messages';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** What signed-out readers get at a page that is not for them. */
@Component({
  selector: 'almanac-closed-pages',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset class="panel" [disabled]="!mayChange">
      <legend i18n>Pages that are not for everybody</legend>
      <p i18n class="quiet">What signed-out readers get there. Nowhere else are such pages named to whoever may not read them.</p>
      @for (each of choices; track each.value) {
        <label
          ><input
            type="radio"
            class="form-check-input"
            name="closed-pages"
            [checked]="chosen() === each.value"
            (change)="choose(each.value)"
          />
          {{ each.label }} <span class="quiet">{{ each.help }}</span></label
        >
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      padding: 10px 14px;
      margin: 0 0 16px;
    }
    legend {
      font: 600 15px var(--title);
      margin: 0 0 2px;
    }
    p {
      clear: both;
      margin: 0 0 4px;
    }
    label {
      display: flex;
      gap: 6px;
      align-items: center;
      min-height: 26px;
    }
    .form-check-input {
      margin: 0;
      flex: none;
    }
  `,
})
export class ClosedPagesSetUp {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly chosen = signal<ClosedPages>(this.#session.site.closedPages);
  protected readonly choices: readonly { readonly value: ClosedPages; readonly label: string; readonly help: string }[] = [
    { value: 'sign in', label: $localize`They are asked to sign in`, help: $localize`so that members find their way` },
    {
      value: 'not found',
      label: $localize`It answers like an address that never was`,
      help: $localize`so that nobody learns that it is there`,
    },
  ];

  protected choose(value: ClosedPages): void {
    const before = this.chosen();
    this.chosen.set(value);
    this.#session.saveSettings({ closedPages: value }).subscribe({
      next: () => this.#messages.done($localize`Set, and in force at once.`),
      error: (error: unknown) => {
        this.chosen.set(before);
        this.#messages.problem(error);
      },
    });
  }
}
