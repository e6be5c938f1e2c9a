import { countOf } from '@core/format/moment';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Effect, OrderRow, PageRow, View } from '@contract/messages';
import { writtenLocales } from '@core/locale/site-locale';
import type { PlacementValue, Target } from '@core/placement/placement';
import { contrastOf, contrastWords, leastContrast } from '@core/theme/contrast';
import { labelOfTarget } from '@core/theme/manifest';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { FocusInside } from '../shared/focus-inside';
import type { Rule } from '@core/rule/rule';
import { midSentence } from '@core/tongue/say';
import { RuleSentence } from '../rule/rule-sentence';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { SessionService } from '../state/session.service';
import { TargetPicker } from './target-picker';
import { Holding } from '../writing/holding';
import { choiceIn, textIn } from '../shared/typed-event';

/** What is asked of a placement from its slip. */
export type SlipWish =
  | 'its pages'
  | 'one more place'
  | 'separate copy'
  | 'take off'
  | 'switch off'
  | 'switch on'
  | 'put back'
  | 'why'
  | 'look from there'
  | 'shared rule'
  | 'several copies'
  | 'history'
  | 'delete';

/** The selected placement: its rule as a sentence whose words are the controls, why it shows or stays away, and what can be done with it. */
@Component({
  selector: 'almanac-slip',
  imports: [Holding, MidSentencePipe, RuleSentence, RouterLink, NgbPopoverModule, FocusInside, TargetPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="slip">
      @if (row().away; as away) {
        <p class="away">
          <b i18n>Away:</b> {{ away.sentence }} <span class="quiet">{{ away.remedy }}</span>
        </p>
      }
      <almanac-holding
        kind="placement"
        [recordId]="row().placementId"
        [locale]="row().locale"
        [isChanged]="isChanged()"
        (reload)="reload.emit()"
      />
      <almanac-rule-sentence
        [rule]="row().value.rule"
        [pages]="pages()"
        [currentPage]="page()"
        [isReadOnly]="!mayChange()"
        [effect]="effect()?.label ?? nowOn()"
        (ruleChange)="ruleChange.emit($event)"
      />
      <p class="dress title-face">
        @if (row().value.target.kind === 'stand in') {
          <ng-container i18n>Stands</ng-container>&ngsp;
        } @else {
          <ng-container i18n>Stands in</ng-container>&ngsp;
        }
        <button
          type="button"
          class="word region"
          [disabled]="!mayChange()"
          [ngbPopover]="targetChoice"
          #targetPopover="ngbPopover"
          ariaLabel="Region: {{ targetWord() }}"
          i18n-ariaLabel
        >
          {{ targetWord() }}</button><ng-template #targetChoice
          ><almanac-target-picker [target]="row().value.target" (chosen)="targetChange.emit($event); targetPopover.close()" /></ng-template
        >,
        <select
          class="word"
          aria-label="Place in the order"
          i18n-aria-label
          [disabled]="!mayChange()"
          (change)="placeChange.emit(+textIn($event))"
        >
          @for (place of places(); track place.index) {
            <option [value]="place.index" [selected]="place.isHere">{{ place.label }}</option>
          }</select
        >,
        @if (!type()?.takesNoLook) {
          <ng-container i18n>dressed</ng-container>&ngsp;
          <select
            class="word"
            aria-label="Look"
            i18n-aria-label
            [disabled]="!mayChange()"
            (change)="valueChange.emit({ look: textIn($event) })"
          >
            <option i18n value="" [selected]="row().value.look === ''">plainly</option>
            @for (look of looks; track look.name) {
              <option i18n [value]="look.name" [selected]="row().value.look === look.name">as {{ look.label | midSentence }}</option>
            }</select
          >&ngsp; <ng-container i18n>on</ng-container>&ngsp;
          <select class="word" aria-label="Ground" i18n-aria-label [disabled]="!mayChange()" (change)="takeGround(textIn($event))">
            <option value="" [selected]="!row().value.ground">
              @if (row().value.look === '') {
                <ng-container i18n>no ground of its own</ng-container>
              } @else {
                <ng-container i18n>its usual ground</ng-container>
              }
            </option>
            @for (colour of colours; track colour.name) {
              <option [value]="colour.name" [selected]="row().value.ground?.ground === colour.name">
                {{ colour.label | midSentence }}
              </option>
            }</select
          >{{ row().value.ground ? '' : ',' }}
          @if (row().value.ground; as own) {
            <ng-container i18n>with words in</ng-container>&ngsp;
            <select
              class="word"
              aria-label="Colour of the words"
              i18n-aria-label
              [disabled]="!mayChange()"
              (change)="takeInk(textIn($event))"
            >
              @for (each of inks(); track each.name) {
                <option [value]="each.name" [selected]="own.ink === each.name">{{ each.label | midSentence }}, {{ each.contrast }}</option>
              }
            </select>
            <span i18n class="swatch" aria-hidden="true" [style.background]="valueOf(own.ground)" [style.color]="valueOf(own.ink)">Aa</span
            >,
          }
        }
        @if (!type()?.hasNoTitle) {
          <select class="word" aria-label="Title shown" i18n-aria-label [disabled]="!mayChange()" (change)="titleShow(choiceIn($event))">
            <option i18n value="block" [selected]="row().value.title.show === 'block'">with its title</option>
            <option i18n value="own" [selected]="row().value.title.show === 'own'">with a title of its own here</option>
            <option i18n value="none" [selected]="row().value.title.show === 'none'">without its title</option></select
          >{{ row().value.title.show === 'own' ? ':' : ',' }}
          @if (row().value.title.show === 'own') {
            <input
              class="own"
              aria-label="Title here"
              i18n-aria-label
              [value]="row().value.title.own"
              [disabled]="!mayChange()"
              (change)="valueChange.emit({ title: { show: 'own', own: textIn($event) } })"
            />,
            @if (row().revisionId && others.length > 0) {
              <span class="quiet"
                ><ng-container i18n>(in</ng-container>
                @for (each of others; track each.tag; let isLast = $last) {
                  <a [routerLink]="['/languages', each.tag, row().placementId]" [lang]="each.tag">{{ each.name }}</a>{{
                    isLast ? '' : ', '
                  }}
                }
                ),</span
              >
            }
          }
        }
        <ng-container i18n>aligned</ng-container>&ngsp;
        <select
          class="word"
          aria-label="Alignment"
          i18n-aria-label
          [disabled]="!mayChange()"
          (change)="valueChange.emit({ align: alignIn($event) })"
        >
          <option i18n value="start" [selected]="row().value.align === 'start'">to the start</option>
          <option i18n value="centre" [selected]="row().value.align === 'centre'">in the centre</option>
          <option i18n value="end" [selected]="row().value.align === 'end'">to the end</option></select
        ><ng-container i18n>, linked to as #</ng-container
        ><input
          class="anchor"
          aria-label="Anchor"
          i18n-aria-label
          placeholder="nothing"
          i18n-placeholder
          [value]="row().value.anchor"
          [disabled]="!mayChange()"
          (change)="valueChange.emit({ anchor: textIn($event) })"
        />.
      </p>
      @if (row().value.reason || mayChange()) {
        <p class="because">
          <ng-container i18n>Because:</ng-container>
          <textarea
            rows="1"
            aria-label="Because"
            i18n-aria-label
            [value]="row().value.reason"
            placeholder="why it stands here"
            i18n-placeholder
            [disabled]="!mayChange()"
            (change)="valueChange.emit({ reason: oneLine(textIn($event)) })"
          ></textarea>
        </p>
      }
      @if (!row().away) {
        <ul class="why">
          @for (line of row().why.slice(0, 1); track line) {
            <li>{{ line }}</li>
          }
        </ul>
      }
      @if (effect(); as effect) {
        @for (warning of effect.warnings; track warning) {
          <p class="notice-line">{{ warning }}</p>
        }
      }
      <div class="acts">
        <a i18n class="btn-word" [routerLink]="['/blocks', row().blockId]" [queryParams]="{ page: page() }">Edit words</a>
        <button i18n class="btn-word" (click)="wish.emit('why')">Why?</button>
        @if (row().away && !row().value.off) {
          <button i18n class="btn-word" (click)="wish.emit('look from there')">Look from where it shows</button>
        }
        <button i18n class="btn-word" (click)="wish.emit('its pages')">
          Its {row().pageCount, plural, =1 {1 page} other {{{ row().pageCount }} pages}}
        </button>
        @if (mayChange()) {
          <button i18n class="btn-word" (click)="wish.emit('one more place')">One more place</button>
          <button i18n class="btn-word" (click)="wish.emit('separate copy')">Separate copy</button>
          <button i18n class="btn-word" (click)="wish.emit('several copies')">Several copies</button>
          @if (row().revisionId) {
            <button i18n class="btn-word" (click)="wish.emit('history')">History</button>
          }
          @if (maySharedRule && row().value.rule.follows.length === 0) {
            <button i18n class="btn-word" (click)="wish.emit('shared rule')">Make its rule shared</button>
          }
          @if (row().status === 'retired' || row().status === 'expired') {
            <button i18n class="btn-word" (click)="wish.emit('put back')">Put back</button>
            @if (maySharedRule) {
              <button i18n class="btn-word danger" (click)="wish.emit('delete')">Delete for good</button>
            }
          } @else {
            <button class="btn-word" (click)="wish.emit(row().value.off ? 'switch on' : 'switch off')">
              @if (row().value.off) {
                <ng-container i18n>Switch on</ng-container>
              } @else {
                <ng-container i18n>Switch off</ng-container>
              }
            </button>
            <button i18n class="btn-word danger" (click)="wish.emit('take off')">Take off</button>
          }
        }
      </div>
    </div>
  `,
  styles: `
    .slip {
      padding: 2px 12px 10px 12px;
      font-size: 12.5px;
    }
    .away {
      background: #fff;
      border-left: 2px dashed var(--ink-2);
      padding: 4px 8px;
      margin: 0 0 6px;
    }
    .dress {
      font-size: 13px;
      line-height: 1.7;
      color: var(--ink-2);
      margin: 0 0 2px;
    }
    .dress select {
      font-weight: 550;
      color: var(--ink);
    }
    .own,
    .anchor,
    .because textarea {
      border: 0;
      border-bottom: 1.5px dotted var(--ink-2);
      background: none;
      padding: 0 2px;
      color: var(--ink);
      min-height: 24px;
    }
    .own {
      width: 170px;
      font: inherit;
    }
    .because {
      color: var(--ink-2);
      margin: 0 0 4px;
      display: flex;
      gap: 4px;
      align-items: baseline;
    }
    .because textarea {
      flex: 1;
      color: var(--ink-2);
      resize: none;
      field-sizing: content;
    }
    .swatch {
      font-size: 12px;
      padding: 1px 6px;
      border-radius: 3px;
      border: 1px solid var(--hair);
    }
    .anchor {
      width: 80px;
      font: inherit;
    }
    .why {
      margin: 0 0 4px;
      padding-left: 16px;
      color: var(--ink-2);
      font-size: 11.5px;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 12px;
    }
  `,
})
export class Slip {
  protected readonly choiceIn = choiceIn;
  protected readonly alignIn = choiceIn<PlacementValue['align']>;
  protected readonly textIn = textIn;
  readonly #session = inject(SessionService);
  readonly #site = this.#session.site;
  readonly row = input.required<OrderRow>();
  readonly view = input.required<View>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly page = input.required<string>();
  readonly mayChange = input(true);
  /** Whether it has unsaved changes. */
  readonly isChanged = input(false);
  readonly effect = input<Effect | null>(null);
  /** Somebody wants to see it as it is now. */
  readonly reload = output<void>();
  readonly ruleChange = output<Rule>();
  readonly valueChange = output<Partial<PlacementValue>>();
  readonly targetChange = output<Target>();
  readonly placeChange = output<number>();
  readonly wish = output<SlipWish>();
  protected readonly looks = this.#site.theme.looks;
  protected readonly colours = this.#site.theme.colours ?? [];
  /** The colours in which words can be read on its ground, the best first, and the one that it has. */
  protected readonly inks = computed(() => {
    const own = this.row().value.ground;
    const ground = own && this.valueOf(own.ground);
    if (!ground) return [];
    return this.colours
      .map(each => ({ ...each, ratio: contrastOf(each.value, ground), contrast: contrastWords(contrastOf(each.value, ground)) }))
      .filter(each => each.ratio >= leastContrast || each.name === own.ink)
      .sort((a, b) => b.ratio - a.ratio);
  });

  protected valueOf(colour: string): string {
    return this.colours.find(each => each.name === colour)?.value ?? '';
  }

  /** Another ground keeps its words where they can still be read, and takes the best there are where not. */
  protected takeGround(ground: string): void {
    if (ground === '') return this.valueChange.emit({ ground: undefined });
    const value = this.valueOf(ground);
    const readable = this.colours.filter(each => contrastOf(each.value, value) >= leastContrast);
    const kept = readable.find(each => each.name === this.row().value.ground?.ink);
    const best = readable.reduce((a, b) => (contrastOf(b.value, value) > contrastOf(a.value, value) ? b : a), readable[0]!);
    this.valueChange.emit({ ground: { ground, ink: (kept ?? best).name } });
  }

  protected takeInk(ink: string): void {
    this.valueChange.emit({ ground: { ...this.row().value.ground!, ink } });
  }

  /** Languages in which its own title may be said otherwise. */
  protected readonly others = writtenLocales(this.#site.locales).slice(1);
  /** What it takes from its placement; unknown for a block that is gone. */
  protected readonly type = computed(() => this.#session.blockType(this.row().blockType));
  protected readonly maySharedRule = this.#session.mayWrite('shared rule');
  protected readonly nowOn = computed(() => $localize`Now on ${countOf(this.row().pageCount, 'page')}.`);
  protected readonly targetWord = computed(() => midSentence(labelOfTarget(this.#site.theme, this.row().value.target)));
  protected readonly places = computed(() => {
    const rows = this.view().targets.find(target => target.name === this.row().target.name)?.rows ?? [];
    const here = rows.findIndex(row => row.placementId === this.row().placementId);
    const others = rows.filter(row => row.placementId !== this.row().placementId);
    return Array.from({ length: others.length + 1 }, (_, index) => ({
      index,
      isHere: index === here,
      label: index === 0 ? $localize`first` : $localize`after “${others[index - 1]!.title}”`,
    }));
  });

  /** A reason is one line, however it was typed. */
  protected oneLine(text: string): string {
    return text.replace(/\s*\n\s*/g, ' ').trim();
  }

  protected titleShow(show: PlacementValue['title']['show']): void {
    this.valueChange.emit({
      title: { show, own: show === 'own' ? this.row().value.title.own || this.row().title : this.row().value.title.own },
    });
  }
}
