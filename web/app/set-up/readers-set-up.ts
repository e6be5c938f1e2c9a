import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
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
    <h2 class="section">Readers and memberships</h2>
    <div class="panel">
      <label class="row-line"
        ><input
          type="checkbox"
          class="form-check-input"
          [checked]="signUp().isOpen"
          (change)="signUp.set({ isOpen: isTickedIn($event), membership: signUp().membership })"
        />
        Readers may sign up by themselves, at <span class="code">/sign-in/new</span></label
      >
      @if (signUp().isOpen) {
        <label class="row-line"
          >and are then
          <select class="form-select" (change)="signUp.set({ isOpen: true, membership: textIn($event) })">
            <option value="">readers with an account</option>
            @for (each of memberships(); track each.name) {
              <option [value]="each.name" [selected]="each.name === signUp().membership">{{ each.label }}</option>
            }
          </select></label
        >
      }
      <table>
        <thead>
          <tr>
            <th scope="col">Membership, as people read it</th>
            <th scope="col">as it is stored</th>
            <th scope="col"><span class="visually-hidden">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          @for (each of memberships(); track $index) {
            <tr>
              <td>
                <input
                  class="form-control"
                  [attr.aria-label]="'Membership ' + ($index + 1)"
                  [value]="each.label"
                  (change)="rename($index, textIn($event))"
                />
              </td>
              <td class="code quiet">{{ each.name }}</td>
              <td>
                <button type="button" class="btn-word" [attr.aria-label]="'Take off ' + each.label" (click)="drop($index)">Take off</button>
              </td>
            </tr>
          }
        </tbody>
      </table>
      <p class="row-line">
        <button type="button" class="btn btn-plain" (click)="add()">Add a membership</button>
        <button type="button" class="btn btn-primary" [disabled]="!isChanged()" (click)="save()">Set this</button>
      </p>
      @if (fault()) {
        <p class="form-fault" role="alert">{{ fault() }}</p>
      }
    </div>
  `,
  styles: `
    .panel {
      padding: 10px 16px 12px;
      max-width: 720px;
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
  readonly #stored = signal(JSON.stringify([this.#session.site.signUp, this.#session.site.memberships]));
  protected readonly isChanged = computed(() => JSON.stringify([this.signUp(), this.memberships()]) !== this.#stored());
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

  protected save(): void {
    this.#session.saveSettings({ signUp: this.signUp(), memberships: [...this.memberships()] }).subscribe({
      next: () => {
        this.#stored.set(JSON.stringify([this.signUp(), this.memberships()]));
        this.fault.set('');
        this.#messages.done('Set, and in force at once.');
      },
      error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.message : 'Something went wrong. Try again.'),
    });
  }
}

// What rules name begins with a letter.
function nameFrom(label: string): string {
  const plain = addressFor(label).replace(/^[^a-z]+/, '');
  return plain.slice(0, 40) || 'membership';
}
