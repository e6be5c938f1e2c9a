import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { DeskSite } from '@contract/messages';
import { ApiProblem } from '../api/api-client';
import { addressFor } from '../shared/address-for';
import { isTickedIn, textIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** What memberships there are, and whether readers sign up by themselves. */
@Component({
  selector: 'almanac-readers-set-up',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n class="section">Readers and memberships</h2>
    <div class="panel">
      <label class="row-line"
        ><input
          type="checkbox"
          class="form-check-input"
          [checked]="signUp().isOpen"
          (change)="signUp.set({ isOpen: isTickedIn($event), membership: signUp().membership })"
        />
        <ng-container i18n>Readers may sign up by themselves, at <span class="code">/sign-in/new</span></ng-container></label
      >
      @if (signUp().isOpen) {
        <label class="row-line"
          ><ng-container i18n>and are then</ng-container>&ngsp;
          <select class="form-select" (change)="signUp.set({ isOpen: true, membership: textIn($event) })">
            <option i18n value="">readers with an account</option>
            @for (each of memberships(); track each.name) {
              <option [value]="each.name" [selected]="each.name === signUp().membership">{{ each.label }}</option>
            }
          </select></label
        >
      }
      <table>
        <thead>
          <tr>
            <th i18n scope="col">Membership, as people read it</th>
            <th i18n scope="col">as it is stored</th>
            <th scope="col"><span i18n class="visually-hidden">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          @for (each of memberships(); track $index) {
            <tr>
              <td>
                <input
                  class="form-control"
                  ariaLabel="Membership {{ $index + 1 }}"
                  i18n-ariaLabel
                  [value]="each.label"
                  (change)="rename($index, textIn($event))"
                />
              </td>
              <td class="code quiet">{{ each.name }}</td>
              <td>
                <button i18n type="button" class="btn-word" ariaLabel="Take off {{ each.label }}" i18n-ariaLabel (click)="drop($index)">
                  Take off
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
      <table>
        <thead>
          <tr>
            <th i18n scope="col">Readers are asked for</th>
            <th i18n scope="col">with help</th>
            <th i18n scope="col">needed</th>
            <th scope="col"><span i18n class="visually-hidden">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          @for (field of fields(); track $index) {
            <tr>
              <td>
                <input
                  class="form-control"
                  ariaLabel="Field {{ $index + 1 }}"
                  i18n-ariaLabel
                  [value]="field.label"
                  (change)="setField($index, { label: textIn($event).trim() })"
                />
              </td>
              <td>
                <input
                  class="form-control"
                  ariaLabel="Help of field {{ $index + 1 }}"
                  i18n-ariaLabel
                  [value]="field.help"
                  (change)="setField($index, { help: textIn($event).trim() })"
                />
              </td>
              <td>
                <input
                  type="checkbox"
                  class="form-check-input"
                  ariaLabel="Field {{ $index + 1 }} is needed"
                  i18n-ariaLabel
                  [checked]="field.isRequired"
                  (change)="setField($index, { isRequired: isTickedIn($event) })"
                />
              </td>
              <td>
                <button
                  i18n
                  type="button"
                  class="btn-word"
                  ariaLabel="Take off {{ field.label }}"
                  i18n-ariaLabel
                  (click)="dropField($index)"
                >
                  Take off
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td i18n colspan="4" class="quiet">Nothing but their name and e-mail.</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="row-line">
        <button i18n type="button" class="btn btn-plain" (click)="addField()">Ask for something</button>
        <button i18n type="button" class="btn btn-plain" (click)="add()">Add a membership</button>
        <button i18n type="button" class="btn btn-primary" [disabled]="!isChanged()" (click)="save()">Set this</button>
      </p>
      @if (fault()) {
        <p class="form-fault" role="alert">{{ fault() }}</p>
      }
    </div>
  `,
  styles: `
    .panel {
      padding: 10px 16px 12px;
      max-width: 760px;
    }
    .form-select {
      width: auto;
    }
    th,
    td {
      text-align: start;
      padding: 3px 14px 3px 0;
      font-weight: 400;
    }
    th {
      font-size: 12px;
      color: var(--ink-2);
    }
    p {
      margin: 8px 0 0;
    }
  `,
})
export class ReadersSetUp {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  protected readonly textIn = textIn;
  protected readonly isTickedIn = isTickedIn;
  protected readonly signUp = signal(this.#session.site.signUp);
  protected readonly memberships = signal(this.#session.site.memberships);
  protected readonly fields = signal<DeskSite['profileFields']>(this.#session.site.profileFields);
  readonly #wish = computed(() => ({ signUp: this.signUp(), memberships: [...this.memberships()], profileFields: [...this.fields()] }));
  readonly #stored = signal(JSON.stringify(this.#wish()));
  protected readonly isChanged = computed(() => JSON.stringify(this.#wish()) !== this.#stored());
  protected readonly fault = signal('');

  protected rename(at: number, label: string): void {
    // What rules name is given once, with the first words, and stays.
    const name = this.memberships()[at]!.name || nameFrom(label);
    this.memberships.update(all => all.map((each, index) => (index === at ? { name, label: label.trim() } : each)));
  }

  protected add(): void {
    this.memberships.update(all => [...all, { name: '', label: '' }]);
  }

  protected drop(at: number): void {
    this.memberships.update(all => all.filter((_, index) => index !== at));
  }

  protected setField(at: number, change: Partial<DeskSite['profileFields'][number]>): void {
    // What was answered is kept under a name that is given once.
    this.fields.update(all =>
      all.map((each, index) => (index === at ? { ...each, ...change, name: each.name || nameFrom(change.label ?? '') } : each)),
    );
  }

  protected addField(): void {
    this.fields.update(all => [...all, { name: '', label: '', help: '', isRequired: false }]);
  }

  protected dropField(at: number): void {
    this.fields.update(all => all.filter((_, index) => index !== at));
  }

  protected save(): void {
    this.#session.saveSettings(this.#wish()).subscribe({
      next: () => {
        this.#stored.set(JSON.stringify(this.#wish()));
        this.fault.set('');
        this.#messages.done($localize`Set, and in force at once.`);
      },
      error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.message : $localize`Something went wrong. Try again.`),
    });
  }
}

// What rules name begins with a letter.
function nameFrom(label: string): string {
  const plain = addressFor(label).replace(/^[^a-z]+/, '');
  return plain.slice(0, 40) || 'membership';
}
