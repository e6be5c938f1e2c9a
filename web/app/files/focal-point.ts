import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { cropTo, type Point } from '@core/file/crop';
import { SessionService } from '../state/session.service';
import { textIn } from '../shared/typed-event';

/** The point of a picture that a crop keeps, set on the picture; what each crop of the theme keeps is drawn as thin lines. */
@Component({
  selector: 'almanac-focal-point',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      class="picture"
      aria-label="Set the point that every crop keeps by pointing at it"
      i18n-aria-label
      (click)="setAt($event)"
    >
      <img [src]="address()" alt="" />
      @for (crop of crops(); track crop.name) {
        <span
          class="crop"
          [style.left.%]="crop.left"
          [style.top.%]="crop.top"
          [style.width.%]="crop.width"
          [style.height.%]="crop.height"
        ></span>
      }
      <span class="point" [style.left.%]="point().x * 100" [style.top.%]="point().y * 100"></span>
    </button>
    <div class="row-line">
      <label i18n class="quiet" for="focal-across">Across</label>
      <input id="focal-across" type="range" min="0" max="100" [value]="percent(point().x)" (input)="set({ x: textIn($event) })" />
      <label i18n class="quiet" for="focal-down">Down</label>
      <input id="focal-down" type="range" min="0" max="100" [value]="percent(point().y)" (input)="set({ y: textIn($event) })" />
    </div>
  `,
  styles: `
    .picture {
      display: block;
      border: 0;
      padding: 0;
      position: relative;
      overflow: hidden;
      cursor: crosshair;
      background: var(--paper);
      width: fit-content;
      max-width: 100%;
      margin: 0 auto 4px;
    }
    img {
      display: block;
      max-width: 100%;
      max-height: 230px;
    }
    .crop {
      position: absolute;
      border: 1px solid #fff;
      outline: 1px solid #1d2936;
      pointer-events: none;
    }
    .point {
      position: absolute;
      width: 15px;
      height: 15px;
      margin: -8px 0 0 -8px;
      border: 2px solid #fff;
      outline: 2px solid var(--tide);
      border-radius: 50%;
      pointer-events: none;
    }
    input {
      flex: 1;
      min-width: 0;
      accent-color: var(--tide);
    }
  `,
})
export class FocalPoint {
  readonly address = input.required<string>();
  readonly size = input.required<{ readonly width: number; readonly height: number }>();
  readonly point = input.required<Point>();
  readonly pointChange = output<Point>();
  readonly #theme = inject(SessionService).site.theme;
  protected readonly textIn = textIn;
  protected readonly crops = computed(() =>
    Object.entries(this.#theme.pictures?.crops ?? {}).map(([name, ratio]) => {
      const { width, height } = this.size();
      const piece = cropTo({ width, height }, ratio, this.point());
      const share = (part: number, whole: number) => (part / whole) * 100;
      return {
        name,
        left: share(piece.left, width),
        top: share(piece.top, height),
        width: share(piece.width, width),
        height: share(piece.height, height),
      };
    }),
  );

  protected percent(share: number): number {
    return Math.round(share * 100);
  }

  protected set({ x, y }: { readonly x?: string; readonly y?: string }): void {
    const now = this.point();
    this.pointChange.emit({ x: x === undefined ? now.x : Number(x) / 100, y: y === undefined ? now.y : Number(y) / 100 });
  }

  protected setAt(event: MouseEvent): void {
    // By a key nothing was pointed at; the two sliders are for whoever uses one.
    if (event.detail === 0) return;
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    const share = (at: number, from: number, length: number) => Math.round(Math.min(1, Math.max(0, (at - from) / length)) * 100) / 100;
    this.pointChange.emit({ x: share(event.clientX, box.left, box.width), y: share(event.clientY, box.top, box.height) });
  }
}
