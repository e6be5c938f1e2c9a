import { ChangeDetectionStrategy, Component, inject, Injector } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MessageService } from '../state/message.service';

/** Says what was just done or what went wrong, and offers the likely next step. */
@Component({
  selector: 'almanac-message-line',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="status" aria-live="polite">
      @if (messages.message(); as message) {
        <div class="line" [class.problem]="message.kind === 'problem'">
          <span>{{ message.text }}</span>
          @if (message.next; as next) {
            <a [routerLink]="next.link" [queryParams]="next.query">{{ next.label }}</a>
          }
          @if (message.undoes; as edition) {
            <button i18n class="btn-word" (click)="undo(edition)">Undo what was published…</button>
          }
          @if (message.made; as made) {
            @if (made.length > 0) {
              <details>
                <summary i18n>What was made: {{ made.length }}</summary>
                <ul>
                  @for (each of made.slice(0, mostListed); track $index) {
                    <li>
                      <a [routerLink]="each.link" [queryParams]="each.query">{{ each.label }}</a>
                    </li>
                  }
                  @if (made.length > mostListed) {
                    <li i18n class="quiet">and {{ made.length - mostListed }} others</li>
                  }
                </ul>
              </details>
            }
          }
          <span class="grow"></span>
          <button i18n class="btn-word" (click)="messages.clear()">Close</button>
        </div>
      }
    </div>
  `,
  styles: `
    .line {
      display: flex;
      gap: 14px;
      align-items: center;
      padding: 4px 20px;
      background: var(--leaf-wash);
      color: var(--leaf);
      border-bottom: 1px solid var(--hair);
    }
    .line.problem {
      background: var(--ember-wash);
      color: #8f2d1b;
    }
    details {
      position: relative;
    }
    summary {
      font-weight: 600;
    }
    ul {
      position: absolute;
      z-index: 30;
      top: 100%;
      inset-inline-start: 0;
      min-width: 260px;
      max-height: 60vh;
      overflow: auto;
      margin: 4px 0 0;
      padding: 8px 14px;
      list-style: none;
      background: var(--sheet);
      border: 1px solid var(--hair);
      border-radius: 4px;
      box-shadow: 0 6px 18px #0002;
    }
    a {
      font-weight: 600;
    }
  `,
})
export class MessageLine {
  protected readonly messages = inject(MessageService);
  /** How many of what was made are listed; the review has them all. */
  protected readonly mostListed = 100;
  readonly #injector = inject(Injector);

  // Loaded when it is first asked for: the first screen is there sooner without it.
  protected async undo(edition: string): Promise<void> {
    const { UndoService } = await import('./undo.service');
    await this.#injector.get(UndoService).undo(edition);
  }
}
