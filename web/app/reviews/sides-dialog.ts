import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { View } from '@contract/messages';
import { Sheet, type ScrollPlace } from '../arrange/sheet';
import { textIn } from '../shared/typed-event';
import { rowNumbers } from '../shared/row-numbers';

/** One state of a page that can be set beside another. */
export interface Side {
  readonly name: string;
  readonly view: View;
  /** The placement that is pointed at. */
  readonly selected: string;
}

/** Two states of one page next to each other, as readers have them, scrolling together block by block. */
@Component({
  selector: 'almanac-sides-dialog',
  imports: [Sheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">“{{ right.view.page.title }}”, side by side</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <section aria-label="On the left" i18n-aria-label>
        <select class="form-select" aria-label="What is on the left" i18n-aria-label (change)="at.set(+textIn($event))">
          @for (side of lefts; track side.name; let index = $index) {
            <option [value]="index" [selected]="index === at()">{{ side.name }}</option>
          }
        </select>
        <almanac-sheet
          #leftSheet
          [html]="left().view.html"
          [width]="width"
          [targets]="[]"
          [numbers]="numbersOf(left().view)"
          [selected]="left().selected"
          [margin]="14"
          (scrolled)="rightSheet.scrollWith($event)"
        />
      </section>
      <section aria-label="On the right" i18n-aria-label>
        <h3>{{ right.name }}</h3>
        <almanac-sheet
          #rightSheet
          [html]="right.view.html"
          [width]="width"
          [targets]="[]"
          [numbers]="numbersOf(right.view)"
          [selected]="right.selected"
          [margin]="14"
          (scrolled)="follow($event)"
        />
      </section>
    </div>
  `,
  styles: `
    .modal-body {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 16px;
      height: calc(100vh - 60px);
      padding-block: 10px;
    }
    section {
      display: flex;
      flex-direction: column;
      min-height: 0;
      min-width: 0;
    }
    h3,
    .form-select {
      min-height: 34px;
      margin: 0 0 6px;
      width: auto;
      align-self: flex-start;
      min-width: 240px;
    }
    h3 {
      font: 600 14px/34px var(--text);
    }
    almanac-sheet {
      flex: 1;
      min-height: 0;
    }
  `,
})
export class SidesDialog {
  protected readonly textIn = textIn;
  protected readonly numbersOf = rowNumbers;
  protected readonly modal = inject(NgbActiveModal);
  private readonly leftSheet = viewChild.required<Sheet>('leftSheet');
  /** Set by whoever opens the dialog. */
  lefts: readonly Side[] = [];
  right!: Side;
  protected readonly width = 820;
  protected readonly at = signal(0);
  protected readonly left = computed(() => this.lefts[this.at()]!);

  protected follow(place: ScrollPlace): void {
    this.leftSheet().scrollWith(place);
  }
}

/** Sets states of a page beside another. */
export function openSides(modal: NgbModal, lefts: readonly Side[], right: Side): void {
  const opened = modal.open(SidesDialog, { fullscreen: true });
  Object.assign(opened.componentInstance as SidesDialog, { lefts, right });
}
