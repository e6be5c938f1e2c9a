import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { DomSanitizer, type SafeHtml } from '@angular/platform-browser';
import type { RenditionShown } from '@contract/types';
import { fieldsOfType, type Rendition, type RenditionName, type RenditionPart, type SiteTypes } from '@core/site-types/site-type';
import { ApiClient, ApiProblem } from '../api/api-client';
import { OrderButtons } from '../fields/order-buttons';
import { choiceIn, isTickedIn, textIn } from '../shared/typed-event';

/** How long typing rests before it is shown anew, in milliseconds. */
const restsFor = 400;

/** How records of a type are shown: by an arrangement of fields or by a template, beside a record that is there. */
@Component({
  selector: 'almanac-rendition-form',
  imports: [OrderButtons],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="row-line"
      ><b>{{ label() }}</b
      >&ngsp;
      <select class="form-select way" [attr.aria-label]="label()" (change)="setWay(textIn($event))">
        <option i18n value="" [selected]="!rendition()">as the theme shows it</option>
        <option i18n value="arranged" [selected]="rendition()?.way === 'arranged'">from fields in an order</option>
        <option i18n value="template" [selected]="rendition()?.way === 'template'">by a template</option>
      </select></label
    >
    @if (rendition(); as chosen) {
      <div class="both">
        <div>
          @if (chosen.way === 'arranged') {
            @for (part of chosen.parts; track part.called; let at = $index) {
              <p class="row-line part">
                <span class="name">{{ labelOf(part.called) }}</span>
                <select
                  class="form-select as"
                  ariaLabel="{{ labelOf(part.called) }} as"
                  i18n-ariaLabel
                  (change)="setPart(at, { as: choiceIn($event) })"
                >
                  <option i18n value="text" [selected]="part.as === 'text'">text</option>
                  <option i18n value="heading" [selected]="part.as === 'heading'">a heading</option>
                  <option i18n value="quiet" [selected]="part.as === 'quiet'">small</option>
                </select>
                <label class="row-line"
                  ><input
                    type="checkbox"
                    class="form-check-input"
                    [checked]="part.isLabelled"
                    (change)="setPart(at, { isLabelled: isTickedIn($event) })"
                  />
                  <ng-container i18n>with its label</ng-container></label
                >
                <almanac-order-buttons
                  [list]="chosen.parts"
                  [at]="at"
                  [name]="labelOf(part.called)"
                  [mayTakeOut]="true"
                  (listChange)="setParts($event)"
                />
              </p>
            }
            @if (left().length > 0) {
              <select class="form-select add" aria-label="Add a field to it" i18n-aria-label (change)="addPart($event)">
                <option i18n value="">Add…</option>
                @for (each of left(); track each.called) {
                  <option [value]="each.called">{{ each.label }}</option>
                }
              </select>
            }
          } @else {
            <textarea
              class="form-control code"
              rows="7"
              spellcheck="false"
              ariaLabel="Template: {{ label() }}"
              i18n-ariaLabel
              [value]="chosen.template"
              (input)="renditionChange.emit({ way: 'template', template: textIn($event) })"
            ></textarea>
            <p class="form-help">
              <ng-container i18n
                >Plain HTML; fields in double braces, and if, unless and each. Its words can be said in other languages, with the fixed
                words. At hand:</ng-container
              >&ngsp;
              @for (each of all(); track each.called) {
                <code>{{ braced(each.called) }}</code>&ngsp;
              }
            </p>
          }
          @if (fault()) {
            <p class="form-fault" role="alert">{{ fault() }}</p>
          }
        </div>
        <div class="shown">
          <p class="quiet">
            @if (shown()?.title; as title) {
              <ng-container i18n>“{{ title }}”</ng-container>
            } @else {
              <ng-container i18n>With made-up words</ng-container>
            }
          </p>
          @if (page(); as page) {
            <iframe sandbox="allow-same-origin" title="How it is shown" i18n-title [srcdoc]="page"></iframe>
          }
        </div>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 6px 0;
      border-bottom: 1px solid #ece6d9;
    }
    .way,
    .as,
    .add {
      width: auto;
    }
    .both {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 300px);
      gap: 14px;
    }
    .part {
      flex-wrap: wrap;
      margin: 2px 0;
    }
    .name {
      min-width: 110px;
    }
    code {
      font-size: 12px;
      color: var(--ink);
    }
    .shown p {
      margin: 0 0 2px;
    }
    iframe {
      width: 100%;
      height: 170px;
      border: 1px solid var(--hair);
      background: #fdfcf8;
    }
  `,
})
export class RenditionForm {
  readonly #api = inject(ApiClient);
  readonly #sanitizer = inject(DomSanitizer);
  readonly label = input.required<string>();
  readonly name = input.required<RenditionName>();
  readonly types = input.required<SiteTypes>();
  /** Where its type stands among them. */
  readonly at = input.required<number>();
  readonly renditionChange = output<Rendition | null>();
  protected readonly textIn = textIn;
  protected readonly isTickedIn = isTickedIn;
  protected readonly choiceIn = choiceIn<RenditionPart['as']>;
  protected readonly rendition = computed(() => this.types().types[this.at()]!.renditions[this.name()] ?? null);
  protected readonly fault = signal('');
  protected readonly shown = signal<RenditionShown | null>(null);
  protected readonly page = signal<SafeHtml | null>(null);
  /** What can be named, with what people call it. */
  protected readonly all = computed(() => {
    const type = this.types().types[this.at()]!;
    const own = fieldsOfType(type, this.types().shared).filter(each => each.state === 'used' && each.called !== '');
    const common = type.of === 'page' ? [{ called: 'standfirst', label: $localize`Standfirst` }, { called: 'picture', label: $localize`Picture` }, { called: 'topics', label: $localize`Topics` }] : []; // prettier-ignore
    return [{ called: 'title', label: $localize`Title` }, ...common, ...own.map(({ called, field }) => ({ called, label: field.label }))];
  });
  protected readonly left = computed(() => {
    const chosen = this.rendition();
    return chosen?.way === 'arranged' ? this.all().filter(each => !chosen.parts.some(part => part.called === each.called)) : [];
  });

  constructor() {
    effect(done => {
      if (!this.rendition()) return;
      const { of, name } = this.types().types[this.at()]!;
      const question = { types: this.types(), of, name, rendition: this.name() };
      const timer = setTimeout(() => this.#show(question), restsFor);
      done(() => clearTimeout(timer));
    });
  }

  #show(question: Parameters<ApiClient['showRendition']>[0]): void {
    this.#api.showRendition(question).subscribe({
      next: shown => {
        this.fault.set('');
        this.shown.set(shown);
        // The server let only harmless tags through, the frame runs no script, and the site's policy none that is written in.
        const html = `<!DOCTYPE html><link rel="stylesheet" href="/theme/shore.css"><body><div class="block own">${shown.html}</div>`;
        this.page.set(this.#sanitizer.bypassSecurityTrustHtml(html));
      },
      error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.words : ''),
    });
  }

  protected labelOf(called: string): string {
    return this.all().find(each => each.called === called)?.label ?? called;
  }

  protected braced(called: string): string {
    return `{{${called.includes(' ') ? `[${called}]` : called}}}`;
  }

  protected setWay(way: string): void {
    if (way === '') this.renditionChange.emit(null);
    else if (way === 'template') this.renditionChange.emit({ way, template: '<p>{{title}}</p>\n' });
    else this.renditionChange.emit({ way: 'arranged', parts: this.all().slice(0, 4).map(({ called }, at) => ({ called, isLabelled: false, as: at === 0 ? 'heading' : 'text' })) }); // prettier-ignore
  }

  protected setParts(parts: readonly RenditionPart[]): void {
    this.renditionChange.emit({ way: 'arranged', parts });
  }

  protected setPart(at: number, change: Partial<RenditionPart>): void {
    const chosen = this.rendition();
    if (chosen?.way === 'arranged') this.setParts(chosen.parts.map((part, index) => (index === at ? { ...part, ...change } : part)));
  }

  protected addPart(event: Event): void {
    const called = textIn(event);
    (event.target as HTMLSelectElement).value = '';
    const chosen = this.rendition();
    if (called !== '' && chosen?.way === 'arranged') this.setParts([...chosen.parts, { called, isLabelled: false, as: 'text' }]);
  }
}
