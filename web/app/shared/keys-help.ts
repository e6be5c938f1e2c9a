import { ChangeDetectionStrategy, Component, inject, type TemplateRef, viewChild } from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { KeysService } from '../state/keys.service';

/** The list of keys of the present screen, opened with "?". */
@Component({
  selector: 'almanac-keys-help',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ng-template #list let-modal>
      <div class="modal-header">
        <h2 i18n class="modal-title">Keys on this screen</h2>
        <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.close()"></button>
      </div>
      <div class="modal-body">
        <dl>
          @for (each of keys.bindings(); track each.key) {
            <div>
              <dt>
                <kbd>{{ each.key }}</kbd>
              </dt>
              <dd>{{ each.does }}</dd>
            </div>
          }
        </dl>
        <label class="row-line"
          ><input type="checkbox" class="form-check-input" [checked]="keys.isOn()" (change)="keys.toggle()" />
          <ng-container i18n>Single-letter keys are on</ng-container></label
        >
      </div>
    </ng-template>
  `,
  styles: `
    dl > div {
      display: flex;
      gap: 12px;
      padding: 3px 0;
      border-bottom: 1px solid #ece6d9;
    }
    dt {
      width: 110px;
    }
    dd {
      margin: 0;
    }
    kbd {
      font: 500 12px var(--code);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0 5px;
      background: var(--paper);
      color: var(--ink);
    }
  `,
})
export class KeysHelp {
  protected readonly keys = inject(KeysService);
  readonly #modal = inject(NgbModal);
  private readonly list = viewChild.required<TemplateRef<unknown>>('list');

  constructor() {
    this.keys.helpWanted$.subscribe(() => this.#modal.open(this.list(), { size: 'sm', scrollable: true }));
  }
}
