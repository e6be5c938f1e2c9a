import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { AnyField } from '@core/fields/index';
import { choiceName, type WordChoices } from '@core/registry/word-choices';
import { isTickedIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

interface TypeRow {
  readonly name: string;
  readonly label: string;
  readonly fields: readonly AnyField[];
}

/** Which fields of each type may say other words in each language. */
@Component({
  selector: 'almanac-word-choices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary><h2 i18n class="section">What may differ by language</h2></summary>
      <p class="row-line">
        <span i18n class="quiet"
          >Titles and addresses always may. Where a field is taken from the list, what is written in it stays until it is let follow
          again.</span
        >
        <span class="grow"></span>
        <button i18n class="btn btn-primary" [disabled]="!isChanged() || !mayChange" (click)="save()">Set these</button>
      </p>
      <div class="types">
        @for (type of types; track type.name) {
          <fieldset class="panel" [disabled]="!mayChange">
            <legend>{{ type.label }}</legend>
            @for (field of type.fields; track field.name) {
              <label class="row-line">
                <input
                  class="form-check-input"
                  type="checkbox"
                  [checked]="differs(type.name, field)"
                  (change)="choose(type.name, field.name, isTickedIn($event))"
                />
                {{ field.label }}
              </label>
            }
          </fieldset>
        }
      </div>
    </details>
  `,
  styles: `
    summary {
      cursor: pointer;
    }
    summary h2 {
      display: inline-block;
      border: 0;
    }
    .types {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
      gap: 10px;
    }
    fieldset {
      padding: 4px 12px 8px;
    }
    legend {
      float: none;
      width: auto;
      font-size: 13px;
      font-weight: 600;
      margin: 0;
      padding: 0 4px;
    }
  `,
})
export class WordChoicesSetUp {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  protected readonly isTickedIn = isTickedIn;
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly types: readonly TypeRow[] = [
    ...this.#session.site.pageTypes.map(({ name, label, fields }) => ({ name: choiceName('page', name), label, fields })),
    ...this.#session.site.blockTypes.map(({ name, label, fields }) => ({
      name: choiceName('block', name),
      label: $localize`${label}, a block`,
      fields,
    })),
  ].filter(each => each.fields.length > 0);
  readonly #choices = signal<WordChoices>(this.#session.site.wordChoices);
  readonly #stored = signal(JSON.stringify(this.#choices()));
  protected readonly isChanged = computed(() => JSON.stringify(this.#choices()) !== this.#stored());

  protected differs(type: string, field: AnyField): boolean {
    return this.#choices()[type]?.[field.name] ?? Boolean(field.hasOwnWords);
  }

  protected choose(type: string, field: string, differs: boolean): void {
    this.#choices.update(all => ({ ...all, [type]: { ...all[type], [field]: differs } }));
  }

  protected save(): void {
    const wordChoices = Object.fromEntries(Object.entries(this.#choices()).map(([type, fields]) => [type, { ...fields }]));
    this.#session.saveSettings({ wordChoices }).subscribe({
      next: () => {
        this.#stored.set(JSON.stringify(this.#choices()));
        this.#messages.done($localize`Set. Whoever writes in another language meets it from now on.`);
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
