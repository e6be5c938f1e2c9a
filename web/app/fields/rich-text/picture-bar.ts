import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { pictureAligns, pictureWidths, type TextPicture } from '@core/file/picture-html';
import { textIn } from '../../shared/typed-event';

const places: Readonly<Record<TextPicture['align'], string>> = {
  start: $localize`before the words`,
  centre: $localize`in the middle`,
  end: $localize`after the words`,
};

/** How the picture that is selected in a text stands there. */
@Component({
  selector: 'almanac-picture-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span i18n class="small">This picture</span>
    <select class="form-select" aria-label="Where the picture stands" i18n-aria-label (change)="align(textIn($event))">
      @for (each of aligns; track each) {
        <option [value]="each" [selected]="each === picture().align">{{ places[each] }}</option>
      }
    </select>
    <select class="form-select" aria-label="Width of the picture" i18n-aria-label (change)="width(textIn($event))">
      @for (each of widths; track each) {
        <option i18n [value]="each" [selected]="each === picture().width">{{ each }} % wide</option>
      }
    </select>
    <input
      class="form-control"
      aria-label="Caption of the picture here"
      i18n-aria-label
      placeholder="Caption; empty takes the picture’s own"
      i18n-placeholder
      maxlength="500"
      [value]="picture().caption"
      (change)="pictureChange.emit({ caption: textIn($event) })"
    />
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      padding: 4px;
      border-bottom: 1px solid var(--hair);
    }
    .form-select {
      width: auto;
    }
    .form-control {
      flex: 1 1 200px;
    }
  `,
})
export class PictureBar {
  readonly picture = input.required<TextPicture>();
  readonly pictureChange = output<Partial<TextPicture>>();
  protected readonly aligns = pictureAligns;
  protected readonly widths = pictureWidths;
  protected readonly places = places;
  protected readonly textIn = textIn;

  protected align(chosen: string): void {
    this.pictureChange.emit({ align: chosen as TextPicture['align'] });
  }

  protected width(chosen: string): void {
    this.pictureChange.emit({ width: Number(chosen) as TextPicture['width'] });
  }
}
