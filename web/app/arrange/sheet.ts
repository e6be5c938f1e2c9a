import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { DomSanitizer, type SafeHtml } from '@angular/platform-browser';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';

/** What is to be named on the sheet. */
export interface SheetTarget {
  readonly name: string;
  readonly kind: string;
  readonly label: string;
  readonly count: number;
}

/** Where a sheet stands, as another one can follow. */
export interface ScrollPlace {
  /** The last block that begins above its upper edge, and by how much, in CSS pixels of the page. */
  readonly name: string | null;
  readonly below: number;
  /** Every block that begins above it. */
  readonly names: readonly string[];
  /** The upper edge itself. */
  readonly top: number;
}

interface Box {
  readonly name: string;
  readonly top: number;
  readonly left: number;
  readonly width: number;
  readonly height: number;
}

interface Bracket {
  readonly top: number;
  readonly height: number;
  readonly names: readonly SheetTarget[];
}

/**
 * The real page in a frame that runs no script, scaled to fit, with its regions named in the margin and its blocks
 * numbered. Numbers and names are laid over it from measured boxes, so that the theme itself stays untouched.
 */
@Component({
  selector: 'almanac-sheet',
  imports: [MidSentencePipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="scroller"
      #scroller
      tabindex="0"
      role="region"
      aria-label="The page as it shows"
      i18n-aria-label
      (scroll)="tellScrolled()"
      (wheel)="scrolledByHand()"
      (pointerdown)="scrolledByHand()"
    >
      <div
        class="stage"
        [style.height.px]="cropped()?.height ?? pageHeight() * scale()"
        [style.width.px]="cropped()?.width ?? margin() + width() * scale()"
      >
        @for (bracket of brackets(); track bracket.top) {
          <div class="bracket title-face" [style.top.px]="bracket.top * scale()" [style.height.px]="bracket.height * scale()">
            @for (name of bracket.names; track name.name) {
              <button
                [class.quiet]="name.kind === 'insertion point'"
                (click)="targetChosen.emit(name.name)"
                ariaLabel="Add to {{ name.label }}"
                i18n-ariaLabel
              >
                {{ name.label | midSentence }}
                @if (name.count > 1) {
                  · {{ name.count }}
                }
              </button>
            }
          </div>
        }
        <div
          class="paper"
          [style.left.px]="cropped() ? 0 : margin()"
          [style.width.px]="width() * scale()"
          [style.height.px]="pageHeight() * scale()"
          [style.clip-path]="cropped()?.clip ?? null"
          [style.transform]="cropped()?.shift ?? null"
        >
          <iframe
            #frame
            title="The page as a reader has it"
            i18n-title
            sandbox="allow-same-origin"
            tabindex="-1"
            scrolling="no"
            [srcdoc]="firstHtml()"
            [style.width.px]="width()"
            [style.height.px]="pageHeight()"
            [style.transform]="'scale(' + scale() + ')'"
            (load)="loaded()"
          ></iframe>
          @for (point of pointBoxes(); track point.name) {
            <button
              class="point"
              [style.top.px]="point.top * scale() - 12"
              [style.left.px]="point.left * scale()"
              [style.width.px]="point.width * scale()"
              (click)="targetChosen.emit(point.name)"
            >
              <span>{{ point.label | midSentence }}</span>
            </button>
          }
          @for (box of boxes(); track box.name) {
            <button
              class="spot"
              [class.inner]="box.left * scale() > 12"
              [class.selected]="box.name === selected()"
              [attr.data-spot]="box.name"
              [style.top.px]="box.top * scale()"
              [style.left.px]="box.left * scale()"
              [style.width.px]="box.width * scale()"
              [style.height.px]="box.height * scale()"
              (click)="placementChosen.emit(box.name)"
              [attr.aria-label]="boxLabel(box.name)"
              [attr.aria-pressed]="box.name === selected()"
            >
              <span class="number">{{ numbers().get(box.name) ?? '–' }}</span>
            </button>
          }
        </div>
      </div>
    </div>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
      height: 100%;
    }
    .scroller {
      height: 100%;
      overflow: auto;
      position: relative;
    }
    .stage {
      position: relative;
      margin: 14px auto 30px;
    }
    .paper {
      position: absolute;
      top: 0;
      background: #fff;
      box-shadow:
        0 0 0 1px var(--hair),
        0 8px 24px #1d293612;
    }
    iframe {
      border: 0;
      transform-origin: 0 0;
      display: block;
      pointer-events: none;
    }
    .bracket {
      position: absolute;
      left: 0;
      width: 104px;
      padding-right: 9px;
      border-right: 2px solid var(--tide);
      display: flex;
      flex-direction: column;
      align-items: flex-end;
      min-height: 18px;
    }
    .bracket button {
      border: 0;
      background: none;
      padding: 0;
      font: italic 12px/17px var(--title);
      color: var(--tide);
      text-align: end;
      min-height: 24px;
      white-space: nowrap;
    }
    .bracket button:hover {
      text-decoration: underline;
    }
    .bracket .quiet {
      color: var(--ink-2);
    }
    .spot {
      position: absolute;
      border: 0;
      background: none;
      padding: 0;
      border-radius: 2px;
      cursor: pointer;
      min-width: 24px;
      min-height: 24px;
    }
    .spot:hover {
      box-shadow: inset 0 0 0 1.5px var(--tide);
    }
    .spot.selected {
      box-shadow:
        0 0 0 2px var(--tide),
        inset 0 0 0 1px #fff;
      z-index: 2;
    }
    /* Where something can be put in between, while something is being added. */
    .point {
      position: absolute;
      z-index: 3;
      height: 24px;
      border: 0;
      padding: 0;
      background: linear-gradient(var(--tide), var(--tide)) center / 100% 2px no-repeat;
    }
    .point:hover span,
    .point:focus-visible span {
      background: var(--ink);
    }
    .point span {
      background: var(--tide);
      color: #fff;
      font: 600 11px var(--text);
      padding: 3px 9px;
      border-radius: 3px;
    }
    .number {
      position: absolute;
      left: -10px;
      top: -7px;
      display: grid;
      place-items: center;
      min-width: 18px;
      height: 18px;
      border-radius: 9px;
      padding: 0 4px;
      background: var(--ink);
      color: #fff;
      font: 600 10.5px var(--text);
      box-shadow: 0 0 0 1.5px #fff;
    }
    /* Beside the words, not over them. */
    .inner .number {
      left: -19px;
      top: -2px;
    }
    .selected .number {
      background: var(--tide);
    }
  `,
})
export class Sheet {
  readonly #sanitizer = inject(DomSanitizer);
  readonly html = input.required<string>();
  /** Width of the page in CSS pixels. */
  readonly width = input.required<number>();
  readonly targets = input.required<readonly SheetTarget[]>();
  readonly numbers = input.required<ReadonlyMap<string, number>>();
  readonly titles = input<ReadonlyMap<string, string>>(new Map());
  readonly selected = input('');
  /** Insertion points that can be pointed at. */
  readonly points = input<readonly { readonly name: string; readonly label: string }[]>([]);
  protected readonly pointBoxes = computed(() =>
    this.points().flatMap(point => {
      const box = this.#targetBoxes().find(each => each.name === point.name);
      return box ? [{ ...box, label: point.label }] : [];
    }),
  );
  /** Room for the names of regions, in CSS pixels. */
  readonly margin = input(118);
  /** Shows nothing but the selected block, at its own width. */
  readonly isCropped = input(false);
  protected readonly cropped = computed(() => {
    const box = this.isCropped() ? this.boxes().find(each => each.name === this.selected()) : undefined;
    if (!box) return null;
    const [top, left, bottom, right] = [box.top, box.left, this.pageHeight() - box.top - box.height, this.width() - box.left - box.width];
    return {
      width: box.width,
      height: box.height,
      clip: `inset(${top}px ${right}px ${bottom}px ${left}px)`,
      shift: `translate(${-left}px, ${-top}px)`,
    };
  });
  readonly placementChosen = output<string>();
  readonly targetChosen = output<string>();
  readonly scaled = output<number>();
  /** Where somebody has scrolled to. */
  readonly scrolled = output<ScrollPlace>();
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');
  private readonly scroller = viewChild.required<ElementRef<HTMLElement>>('scroller');
  protected readonly firstHtml = signal<SafeHtml | null>(null);
  protected readonly pageHeight = signal(600);
  protected readonly boxes = signal<readonly Box[]>([]);
  readonly #targetBoxes = signal<readonly Box[]>([]);
  readonly #room = signal(800);
  protected readonly scale = computed(() =>
    this.cropped() ? 1 : Math.min(1, Math.max(0.3, (this.#room() - this.margin() - 4) / this.width())),
  );
  protected readonly brackets = computed(() => bracketsOf(this.#targetBoxes(), this.targets()));
  #isLoaded = false;

  constructor() {
    const room = new ResizeObserver(entries => this.#room.set(entries[0]!.contentRect.width));
    effect(() => {
      // Without names in the margin nobody can choose an empty region, so it takes no room.
      const html = this.targets().length === 0 ? this.html().replace(/(<body class="[^"]*) sheet"/, '$1"') : this.html();
      if (!this.#isLoaded) this.firstHtml.set(this.#sanitizer.bypassSecurityTrustHtml(html));
      // The running order is painted first: laying out a long page takes longer.
      else requestAnimationFrame(() => setTimeout(() => this.#replace(html)));
    });
    effect(() => {
      this.width();
      requestAnimationFrame(() => this.#measure());
    });
    effect(() => this.scaled.emit(this.scale()));
    effect(() => this.#reveal(this.selected(), this.boxes()));
    effect(() => room.observe(this.scroller().nativeElement));
    inject(DestroyRef).onDestroy(() => room.disconnect());
  }

  /** What the number of a block is read out as. */
  protected boxLabel(name: string): string {
    const number = this.numbers().get(name) ?? '';
    const title = this.titles().get(name);
    return title ? $localize`Block ${number}, ${title}` : $localize`Block ${number}`;
  }

  protected loaded(): void {
    const page = this.frame().nativeElement.contentDocument;
    // The frame also reports its empty document, before the page is put into it.
    if (!page?.querySelector('main')) return;
    this.#isLoaded = true;
    // Fonts and pictures settle after the first layout.
    void page.fonts.ready.then(() => this.#measure());
    this.#measure();
  }

  #expectedTop: number | null = null;

  /** Tells where the sheet stands, unless it was brought there along with another. */
  protected tellScrolled(): void {
    const { scrollTop } = this.scroller().nativeElement;
    const isLed = this.#expectedTop !== null && Math.abs(scrollTop - this.#expectedTop) < 2;
    this.#expectedTop = null;
    if (isLed) return;
    const top = scrollTop / this.scale();
    const above = this.boxes().filter(box => box.top <= top);
    const nearest = above.reduce<Box | null>((best, box) => (best === null || box.top > best.top ? box : best), null);
    this.scrolled.emit({ names: above.map(each => each.name), below: top - (nearest?.top ?? 0), name: nearest?.name ?? null, top });
  }

  /** Brings the sheet to where another one stands: as far beneath the block that both show above it. */
  scrollWith({ name, below, names, top }: ScrollPlace): void {
    const box = this.boxes().find(each => each.name === name);
    // A block that only the other one shows: go by the last one before it that both do.
    const shared =
      box ??
      this.boxes()
        .filter(each => names.includes(each.name))
        .at(-1);
    const wanted = (box ? box.top + below : shared ? Math.max(shared.top, top) : top) * this.scale();
    const area = this.scroller().nativeElement;
    this.#isScrolledByHand = true;
    const reachable = Math.max(0, Math.min(wanted, area.scrollHeight - area.clientHeight));
    if (Math.abs(reachable - area.scrollTop) < 1) return;
    this.#expectedTop = reachable;
    area.scrollTop = reachable;
  }

  protected scrolledByHand(): void {
    this.#isScrolledByHand = true;
  }

  // The body is exchanged rather than the frame reloaded: nothing flickers and the place is kept.
  #replace(html: string): void {
    const page = this.frame().nativeElement.contentDocument;
    if (!page) return;
    const next = new DOMParser().parseFromString(html, 'text/html');
    page.replaceChild(page.adoptNode(next.documentElement), page.documentElement);
    requestAnimationFrame(() => this.#measure());
    page.querySelectorAll('link[rel="stylesheet"]').forEach(link => link.addEventListener('load', () => this.#measure(), { once: true }));
  }

  #measure(): void {
    const page = this.frame().nativeElement.contentDocument;
    if (!page?.body) return;
    this.pageHeight.set(Math.max(page.body.scrollHeight, 120));
    this.boxes.set(boxesOf(page, 'data-placement'));
    this.#targetBoxes.set(boxesOf(page, 'data-target'));
  }

  #revealed = '';
  #isScrolledByHand = false;
  // The page grows while pictures and fonts arrive; the selected block is followed until somebody scrolls themselves.
  #reveal(selected: string, boxes: readonly Box[]): void {
    const box = boxes.find(each => each.name === selected);
    if (selected !== this.#revealed) this.#isScrolledByHand = false;
    if (!box || this.#isScrolledByHand) return;
    this.#revealed = selected;
    const top = box.top * this.scale();
    // The page has its height in the scroller only once this change is on the screen.
    requestAnimationFrame(() => {
      const area = this.scroller().nativeElement;
      if (this.#isScrolledByHand || (top >= area.scrollTop && top + 40 <= area.scrollTop + area.clientHeight)) return;
      area.scrollTo({ top: Math.max(0, top - 60) });
    });
  }
}

function boxesOf(page: Document, attribute: string): readonly Box[] {
  return [...page.querySelectorAll(`[${attribute}]`)].map(element => {
    const { top, left, width, height } = element.getBoundingClientRect();
    return { name: element.getAttribute(attribute)!, top: top + (page.defaultView?.scrollY ?? 0), left, width, height };
  });
}

/** One bracket per stretch of the margin; regions side by side share one. */
export function bracketsOf(boxes: readonly Box[], targets: readonly SheetTarget[]): readonly Bracket[] {
  const brackets: Bracket[] = [];
  for (const box of [...boxes].sort((a, b) => (Math.abs(a.top - b.top) < 12 ? a.left - b.left : a.top - b.top))) {
    const target = targets.find(each => each.name === box.name);
    // An empty insertion point takes no room, and is offered only while something is being added.
    if (!target || box.height < 2) continue;
    const last = brackets[brackets.length - 1];
    if (last && box.top < last.top + last.height - 8) {
      const bottom = Math.max(last.top + last.height, box.top + box.height);
      brackets[brackets.length - 1] = { top: last.top, height: bottom - last.top, names: [...last.names, target] };
    } else brackets.push({ top: box.top, height: box.height, names: [target] });
  }
  // Regions are what one works with; insertion points that share the bracket come after them.
  const rank = (target: SheetTarget) => targets.indexOf(target) + (target.kind === 'insertion point' ? targets.length : 0);
  return brackets.map(bracket => ({ ...bracket, names: [...bracket.names].sort((a, b) => rank(a) - rank(b)) }));
}
