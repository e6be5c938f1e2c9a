import { ChangeDetectionStrategy, Component, computed, inject, input, model, signal } from '@angular/core';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { FocusInside } from '../shared/focus-inside';
import type { BlockRow, PageRow } from '@contract/messages';
import type { ExpectationValue } from '@core/expectation/expectation';
import { writtenLocales } from '@core/locale/site-locale';
import { expectationSentence } from '@core/expectation/words';
import { midSentence } from '@core/tongue/say';
import { RulePart } from '../rule/rule-part';
import { joined } from '../shared/joined';
import { keyed } from '../shared/keyed';
import { SessionService } from '../state/session.service';
import { SharedRulesService } from '../state/shared-rules.service';
import { textIn } from '../shared/typed-event';

/** What is expected, as a sentence whose words are its controls. */
@Component({
  selector: 'almanac-expectation-sentence',
  imports: [NgbPopoverModule, FocusInside, RulePart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="sentence title-face">
      @for (part of parts(); track part.key) {
        @if (part.edits && !isReadOnly()) {
          <span class="glued"
            ><button
              type="button"
              class="word"
              [ngbPopover]="
                part.edits === 'subject'
                  ? subject
                  : part.edits === 'claim'
                    ? claim
                    : part.edits === 'where'
                      ? where
                      : part.edits === 'who'
                        ? who
                        : part.edits === 'locale'
                          ? language
                          : when
              "
              [attr.aria-label]="labels[part.edits] + ': ' + part.text"
            >
              {{ part.text }}</button
            >{{ part.after }}</span
          >
        } @else if (part.edits) {
          <b>{{ part.text }}</b>{{ part.after }}
        } @else {
          <span>{{ part.text }}</span>
        }
      }
      @if (!isReadOnly() && !value().locale && locales.length > 1) {
        <button i18n type="button" class="btn-word elsewhere" [ngbPopover]="language">In another language…</button>
      }
    </p>
    <ng-template #language>
      <div class="choice">
        @for (each of locales; track each.tag; let isFirst = $first) {
          <label
            ><input
              type="radio"
              class="form-check-input"
              name="language"
              [checked]="(value().locale ?? locales[0]!.tag) === each.tag"
              (change)="set({ locale: isFirst ? undefined : each.tag })"
            />
            {{ each.name }}</label
          >
        }
      </div>
    </ng-template>
    <ng-template #subject>
      <div class="choice">
        <fieldset>
          <legend i18n class="visually-hidden">Of what</legend>
          @for (each of subjectKinds; track each.kind) {
            <label
              ><input
                type="radio"
                class="form-check-input"
                name="subject-kind"
                [checked]="value().subject.kind === each.kind"
                (change)="setSubjectKind(each.kind)"
              />
              {{ each.label }}</label
            >
          }
        </fieldset>
        @switch (value().subject.kind) {
          @case ('blocks') {
            <input
              class="form-control"
              type="search"
              placeholder="Search the stock"
              i18n-placeholder
              aria-label="Search the stock"
              i18n-aria-label
              (input)="search.set(textIn($event))"
            />
            <div class="list">
              @for (block of found(); track block.id) {
                <label
                  ><input
                    type="checkbox"
                    class="form-check-input"
                    [checked]="blockIds().includes(block.id)"
                    (change)="toggleBlock(block.id)"
                  />
                  {{ block.title }}</label
                >
              }
            </div>
          }
          @case ('type') {
            <select
              class="form-select"
              aria-label="Type"
              i18n-aria-label
              (change)="set({ subject: { kind: 'type', type: textIn($event) } })"
            >
              @for (each of types; track each.name) {
                <option [value]="each.name" [selected]="$any(value().subject).type === each.name">{{ each.label }}</option>
              }
            </select>
          }
          @case ('region') {
            <select
              class="form-select"
              aria-label="Region"
              i18n-aria-label
              (change)="set({ subject: { kind: 'region', name: textIn($event) } })"
            >
              @for (each of targets; track each.name) {
                <option [value]="each.name" [selected]="$any(value().subject).name === each.name">{{ each.label }}</option>
              }
            </select>
          }
        }
      </div>
    </ng-template>
    <ng-template #claim>
      <div class="choice">
        @for (each of claims(); track each.claim) {
          <label
            ><input
              type="radio"
              class="form-check-input"
              name="claim"
              [checked]="value().claim === each.claim"
              (change)="set({ claim: each.claim, count: value().count || 1 })"
            />
            {{ each.label }}</label
          >
        }
        @if (value().claim === 'at most' || value().claim === 'at least') {
          <label
            ><ng-container i18n>How many</ng-container>&ngsp;
            <input
              class="form-control count"
              type="number"
              min="0"
              max="100"
              [value]="value().count"
              (change)="set({ count: +textIn($event) })"
          /></label>
        }
      </div>
    </ng-template>
    <ng-template #where>
      <almanac-rule-part part="where" [tree]="value().where" [pages]="pages()" (treeChange)="set({ where: $event })" />
    </ng-template>
    <ng-template #who>
      <almanac-rule-part part="who" [tree]="value().who" [pages]="pages()" (treeChange)="set({ who: $event })" />
    </ng-template>
    <ng-template #when>
      <almanac-rule-part part="when" [tree]="value().when" [pages]="pages()" (treeChange)="set({ when: $event })" />
    </ng-template>
  `,
  styles: `
    .elsewhere {
      margin-inline-start: 8px;
    }
    .sentence {
      font-size: 14.5px;
      line-height: 1.6;
      margin: 0;
    }
    .choice {
      width: 300px;
    }
    label {
      display: flex;
      gap: 6px;
      align-items: center;
      min-height: 26px;
    }
    .form-check-input {
      margin: 0;
      flex: none;
    }
    .list {
      max-height: 220px;
      overflow: auto;
      margin-top: 4px;
    }
    .count {
      width: 70px;
    }
  `,
})
export class ExpectationSentence {
  protected readonly textIn = textIn;
  readonly #session = inject(SessionService);
  readonly #shared = inject(SharedRulesService);
  readonly value = model.required<ExpectationValue>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly blocks = input.required<readonly BlockRow[]>();
  readonly isReadOnly = input(false);
  protected readonly labels = {
    subject: $localize`Of what`,
    claim: $localize`What is expected`,
    where: $localize`On which pages`,
    who: $localize`To whom`,
    when: $localize`When`,
    locale: $localize`In which language`,
  } as const;
  protected readonly locales = writtenLocales(this.#session.site.locales);
  protected readonly types = this.#session.site.blockTypes;
  protected readonly targets = [...this.#session.site.theme.regions, ...this.#session.site.theme.insertionPoints];
  protected readonly subjectKinds = [
    { kind: 'blocks', label: $localize`Chosen blocks` },
    { kind: 'type', label: $localize`All blocks of a type` },
    { kind: 'region', label: $localize`What a region holds` },
  ] as const;
  protected readonly search = signal('');
  protected readonly found = computed(() => {
    const text = this.search().trim().toLowerCase();
    const held = this.blockIds();
    return this.blocks()
      .filter(block => held.includes(block.id) || (block.status !== 'retired' && block.title.toLowerCase().includes(text)))
      .slice(0, 60);
  });
  protected readonly blockIds = computed(() => {
    const { subject } = this.value();
    return subject.kind === 'blocks' ? subject.blockIds : [];
  });
  protected readonly claims = computed(() => {
    const counted = [
      { claim: 'at most', label: $localize`never holds more than` },
      { claim: 'at least', label: $localize`never holds fewer than` },
    ] as const;
    return this.value().subject.kind === 'region'
      ? counted
      : ([{ claim: 'shows', label: $localize`shows` }, { claim: 'does not show', label: $localize`does not show` }, ...counted] as const);
  });
  protected readonly parts = computed(() => {
    const pageTitles = new Map(this.pages().map(page => [page.id, page.title]));
    const blockTitles = new Map(this.blocks().map(block => [block.id, block.title]));
    const names = this.#session.names(
      id => pageTitles.get(id) ?? $localize`a page that is gone`,
      id => this.#shared.titleOf(id),
    );
    return keyed(
      joined(
        expectationSentence(
          this.value(),
          {
            ...names,
            block: id => blockTitles.get(id) ?? $localize`a block that is gone`,
            region: name => midSentence(this.targets.find(each => each.name === name)?.label ?? name),
            placement: () => '',
            blockType: name => this.#session.blockType(name)?.label ?? name,
          },
          this.#session.style,
        ),
      ),
    );
  });

  protected set(part: Partial<ExpectationValue>): void {
    this.value.set({ ...this.value(), ...part });
  }

  protected setSubjectKind(kind: ExpectationValue['subject']['kind']): void {
    const first = this.blocks()[0]?.id ?? '';
    if (kind === 'region') this.set({ subject: { kind, name: this.targets[0]!.name }, claim: 'at most', count: 1 });
    else this.set({ subject: kind === 'type' ? { kind, type: this.types[0]!.name } : { kind, blockIds: [first] }, claim: 'shows' });
  }

  protected toggleBlock(id: string): void {
    const held = this.blockIds();
    const blockIds = held.includes(id) ? held.filter(each => each !== id) : [...held, id];
    if (blockIds.length > 0) this.set({ subject: { kind: 'blocks', blockIds } });
  }
}
