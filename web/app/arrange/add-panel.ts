import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  type OnInit,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { BlockRow, Effect, View } from '@contract/messages';
import { freshBlock, type BlockValue } from '@core/block/block';
import type { BlockTypeDeclaration } from '@core/blocks/block-type';
import { initialValues, isEmptyField } from '@core/fields/index';
import type { FieldValues } from '@core/fields/field';
import { copyOfBlock, copyOfPlacement, uniqueTitle } from '@core/placement/copy';
import { freshPlacement, type PlacementValue, type Target } from '@core/placement/placement';
import { whoPhrase } from '@core/rule/sentence';
import { labelOfTarget, type ThemeManifest } from '@core/theme/manifest';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { FocusInside } from '../shared/focus-inside';
import { thisPageOnly, type Rule } from '@core/rule/rule';
import { midSentence } from '@core/tongue/say';
import { catchError, debounceTime, forkJoin, map, of, switchMap } from 'rxjs';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient, ApiProblem } from '../api/api-client';
import { RuleSentence } from '../rule/rule-sentence';
import type { FaultAt } from '../fields/control';
import { BeginAs } from '../blocks/begin-as';
import { AddChoice } from './add-choice';
import { textIn } from '../shared/typed-event';
import { FieldsForm } from '../fields/fields-form';
import { fieldControls } from '../fields/index';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import type { WorkingChange } from '../state/working-changes.service';
import { ArrangeService } from './arrange.service';
import { orderAt } from './placement-changes';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { TargetPicker } from './target-picker';

/** What the panel begins with. */
export type AddStart =
  | { readonly kind: 'new'; readonly target: string }
  | { readonly kind: 'again'; readonly target: string; readonly blockId: string; readonly title: string }
  | {
      readonly kind: 'copy';
      readonly target: string;
      readonly blockId: string;
      readonly title: string;
      /** The placement that is copied with it; null copies one of the block's own. */
      readonly placement: PlacementValue | null;
    };

interface Answer {
  readonly effects: readonly Effect[];
  readonly fault: ApiProblem | null;
}

/** Adds something to the page: what it is, where it stands, when and to whom it shows. The sheet shows it while it is made. */
@Component({
  selector: 'almanac-add-panel',
  providers: [fieldControls],
  imports: [MidSentencePipe, AddChoice, BeginAs, FieldsForm, RuleSentence, NgbPopoverModule, FocusInside, TargetPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>{{ heading() }}</h2>
      <button i18n class="btn-word" (click)="close()">Close</button>
    </div>
    @if (!type() && start().kind === 'new') {
      <almanac-add-choice
        [target]="target()"
        [blocks]="blocks()"
        (typeChosen)="choose($event)"
        (blockTaken)="takeFromStock($event.block, $event.isCopy)"
      />
    } @else {
      @if (type(); as type) {
        <div class="field">
          <label i18n class="form-label" for="add-title">Title <span class="quiet">(needed; lists and search use it)</span></label>
          <input
            class="form-control"
            id="add-title"
            [value]="title()"
            [class.is-invalid]="faultOf('title')"
            (input)="title.set(textIn($event))"
          />
          @if (faultOf('title'); as fault) {
            <p class="form-fault" role="alert">{{ fault }}</p>
          }
        </div>
        <almanac-begin-as [type]="type" (chosen)="fields.set($event)" />
        <almanac-fields-form
          idPrefix="add"
          [fields]="type.fields"
          [values]="fields()"
          [faultAt]="faultAt"
          (valuesChange)="fields.set($event)"
        />
      } @else if (start().kind === 'again') {
        <p i18n class="notice-line">This is the same block in one more place: an edit to it will show in all of them.</p>
      }
      @if (keptFor()) {
        <p i18n class="notice-line">By its own readers it is only for {{ keptFor() }}, like the block that it is made from.</p>
      }
      <h3 i18n class="group">Where it stands</h3>
      <p class="dress title-face">
        @if (target().kind === 'stand in') {
          <ng-container i18n>It stands</ng-container>
        } @else {
          <ng-container i18n>In</ng-container>
        }
        <button
          type="button"
          class="word"
          [ngbPopover]="targetChoice"
          #targetPopover="ngbPopover"
          ariaLabel="Region: {{ targetWord() }}"
          i18n-ariaLabel
        >
          {{ targetWord() }}</button><ng-template #targetChoice
          ><almanac-target-picker [target]="target()" (chosen)="settle($event); targetPopover.close()" /></ng-template
        >,
        <select class="word" aria-label="Place in the order" i18n-aria-label (change)="index.set(+textIn($event))">
          <option i18n value="-1" [selected]="index() === -1">last</option>
          <option i18n value="0" [selected]="index() === 0">first</option>
          @for (row of rowsThere(); track row.placementId; let at = $index) {
            @if (at < rowsThere().length - 1) {
              <option i18n [value]="at + 1" [selected]="index() === at + 1">after “{{ row.title }}”</option>
            }
          }</select
        >,
        <select class="word" aria-label="Look" i18n-aria-label (change)="look.set(textIn($event))">
          <option i18n value="">dressed plainly</option>
          @for (each of looks; track each.name) {
            <option i18n [value]="each.name" [selected]="each.name === look()">dressed as {{ each.label | midSentence }}</option>
          }</select
        >,
        <select class="word" aria-label="Title shown" i18n-aria-label (change)="showsTitle.set(textIn($event) === 'block')">
          <option i18n value="block" [selected]="showsTitle()">with its title</option>
          <option i18n value="none" [selected]="!showsTitle()">without its title</option></select
        >.
      </p>
      <almanac-rule-sentence
        [rule]="rule()"
        [pages]="pages.pages()"
        [currentPage]="page()"
        [effect]="effect()?.label ?? ''"
        (ruleChange)="rule.set($event)"
      />
      @for (warning of effect()?.warnings; track warning) {
        <p class="notice-line">{{ warning }}</p>
      }
      @if (otherFault(); as fault) {
        <p class="form-fault" role="alert">{{ fault }}</p>
      }
      <div class="foot">
        <button class="btn btn-primary" [disabled]="!isComplete() || answer().fault !== null" (click)="place()">
          @if (!isComplete()) {
            <ng-container i18n>Give it a title and its words first</ng-container>
          } @else if (effect()?.label; as label) {
            {{ label }}
          } @else {
            <ng-container i18n>Place it</ng-container>
          }
        </button>
        @if (effect(); as effect) {
          <button i18n class="btn-word" (click)="pagesWanted.emit(effect)">Which pages</button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 12px 18px 0;
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
      margin-bottom: 6px;
    }
    .dress {
      font-size: 13.5px;
      line-height: 1.7;
      color: var(--ink-2);
      margin: 0 0 2px;
    }
    .dress select {
      color: var(--ink);
    }
    /* In sight wherever the panel is scrolled to. */
    .foot {
      position: sticky;
      bottom: 0;
      z-index: 2;
      display: flex;
      gap: 14px;
      align-items: center;
      margin: 12px -18px 0;
      padding: 10px 18px;
      border-top: 1px solid var(--hair);
      background: var(--sheet);
    }
    .foot .btn {
      white-space: normal;
      text-align: start;
    }
  `,
})
export class AddPanel implements OnInit {
  protected readonly textIn = textIn;
  readonly #arrange = inject(ArrangeService);
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #theme = this.#session.site.theme;
  protected readonly pages = inject(PagesService);
  readonly start = input.required<AddStart>();
  readonly page = input.required<string>();
  readonly view = input.required<View>();
  /** A place pointed at on the sheet while the panel is open. */
  readonly pointed = input('');
  readonly closed = output();
  readonly placed = output<string>();
  readonly pagesWanted = output<Effect>();
  protected readonly looks = this.#theme.looks;
  protected readonly type = signal<BlockTypeDeclaration | null>(null);
  protected readonly title = signal('');
  protected readonly fields = signal<FieldValues>({});
  protected readonly target = signal<Target>({ kind: 'region', name: 'main' });
  protected readonly targetWord = computed(() => midSentence(labelOfTarget(this.#theme, this.target())));
  protected readonly index = signal(-1);
  protected readonly look = signal('');
  protected readonly showsTitle = signal(true);
  protected readonly rule = signal<Rule>(thisPageOnly(''));
  readonly #sharedBlockId = signal<string | null>(null);
  /** What is copied; the copy keeps all of it that is not asked for here. */
  readonly #source = signal<{ readonly block: BlockValue; readonly placement: PlacementValue | null } | null>(null);
  readonly #blockId = uuidv7();
  readonly #placementId = uuidv7();
  protected readonly blocks = toSignal(this.#api.listBlocks().pipe(catchError(() => of([] as BlockRow[]))), {
    initialValue: [] as BlockRow[],
  });
  protected readonly heading = computed(() =>
    this.start().kind === 'again' || this.#sharedBlockId()
      ? $localize`One more place for “${this.title()}”`
      : this.#source()
        ? $localize`A separate copy of “${this.#source()!.block.title}”`
        : this.type()
          ? $localize`New: ${midSentence(this.type()!.label)}`
          : $localize`Add to ${this.targetWord()}`,
  );
  /** To whom the copied block is kept by readers of its own, in words; empty where it follows its page. */
  protected readonly keptFor = computed(() => {
    const readers = this.#source()?.block.readers;
    return readers
      ? whoPhrase(
          readers,
          this.#session.names(id => id),
        )
      : '';
  });
  protected readonly rowsThere = computed(() =>
    (this.view().targets.find(each => each.name === this.target().name)?.rows ?? []).filter(row => row.placementId !== this.#placementId),
  );
  protected readonly isComplete = computed(() => {
    const type = this.type();
    if (this.#sharedBlockId()) return true;
    if (!type || this.title().trim() === '') return false;
    return type.fields.every(field => !field.required || !isEmptyField(field, this.fields()));
  });
  readonly #changes = computed((): readonly WorkingChange[] => (this.isComplete() ? this.#compose() : []));
  protected readonly answer = toSignal(
    toObservable(this.#changes).pipe(
      debounceTime(220),
      switchMap(changes => {
        if (changes.length === 0) return of<Answer>({ effects: [], fault: null });
        return this.#arrange.effectOf(changes).pipe(
          map((effects): Answer => ({ effects, fault: null })),
          catchError((error: unknown) => of<Answer>({ effects: [], fault: error instanceof ApiProblem ? error : null })),
        );
      }),
    ),
    { initialValue: { effects: [], fault: null } as Answer },
  );
  protected readonly effect = computed(() => this.answer().effects.find(each => each.recordId === this.#placementId) ?? null);
  protected readonly faultAt: FaultAt = pointer => this.faultOf(`fields${pointer}`);
  protected readonly otherFault = computed(() => {
    const fault = this.answer().fault;
    if (!fault) return null;
    const isAtField = this.faultOf('title') !== null || (this.type()?.fields ?? []).some(field => this.faultAt(`/${field.name}`) !== null);
    return isAtField ? null : (fault.problem.errors?.[0]?.detail ?? fault.message);
  });

  constructor() {
    effect(() => {
      const name = this.pointed();
      if (name !== '') this.settle(targetNamed(this.#theme, name));
    });
    toObservable(this.answer)
      .pipe(takeUntilDestroyed())
      .subscribe(answer => this.#arrange.preview(answer.fault ? [] : this.#changes()));
    inject(DestroyRef).onDestroy(() => this.#arrange.preview([]));
  }

  ngOnInit(): void {
    const start = this.start();
    this.settle(targetNamed(this.#theme, start.target));
    this.rule.set(thisPageOnly(this.page()));
    if (start.kind === 'again') this.#share(start.blockId, start.title);
    if (start.kind === 'copy') this.#copy(start.blockId, start.title, start.placement);
  }

  protected faultOf(field: string): string | null {
    return this.answer().fault?.faultAt(`/changes/0/value/${field}`) ?? null;
  }

  protected settle(target: Target): void {
    this.target.set(target);
    this.index.set(-1);
  }

  protected choose(type: BlockTypeDeclaration): void {
    this.type.set(type);
    this.fields.set(initialValues(type.fields));
    this.showsTitle.set(type.name !== 'hero' && type.name !== 'breadcrumb' && type.name !== 'notice');
  }

  protected takeFromStock(block: BlockRow, isCopy: boolean): void {
    if (isCopy) this.#copy(block.id, block.title, null);
    else this.#share(block.id, block.title);
  }

  protected place(): void {
    const changes = this.#compose();
    this.#arrange.preview([]);
    this.#arrange.make(changes);
    this.placed.emit(this.#placementId);
  }

  protected close(): void {
    this.#arrange.preview([]);
    this.closed.emit();
  }

  #share(blockId: string, title: string): void {
    this.#sharedBlockId.set(blockId);
    this.title.set(title);
  }

  #copy(blockId: string, title: string, placement: PlacementValue | null): void {
    forkJoin([this.#api.readRecord(blockId), this.#api.listPlacements()]).subscribe({
      next: ([record, placements]) => {
        const block = (record.live?.value ?? record.proposals[0]?.value) as BlockValue | undefined;
        const type = block && this.#session.blockType(block.type);
        if (!type) return;
        const placed = placement ?? placements.find(each => each.blockId === blockId && each.status !== 'retired')?.value ?? null;
        this.#source.set({ block, placement: placed });
        this.choose(type);
        this.fields.set(block.fields);
        this.title.set(
          uniqueTitle(
            title,
            this.blocks().map(each => each.title),
          ),
        );
        if (!placed) return;
        // Here and nowhere else is what was asked to differ; to whom, when and by what shared rules stays.
        this.rule.set({ ...placed.rule, where: thisPageOnly(this.page()).where });
        this.look.set(placed.look);
        this.showsTitle.set(placed.title.show !== 'none');
      },
      error: (error: unknown) => this.#arrange.report(error),
    });
  }

  #compose(): readonly WorkingChange[] {
    const shared = this.#sharedBlockId();
    const rows = this.rowsThere();
    const source = this.#source();
    const start = {
      blockId: shared ?? this.#blockId,
      target: this.target(),
      order: orderAt(rows, this.index() < 0 ? rows.length : this.index()),
      rule: this.rule(),
    };
    const kept = source?.placement ? copyOfPlacement(source.placement, { ...start, off: false }) : freshPlacement(start);
    const shownTitle = !this.showsTitle()
      ? ({ show: 'none', own: '' } as const)
      : kept.title.show === 'none'
        ? ({ show: 'block', own: '' } as const)
        : kept.title;
    const placement: PlacementValue = { ...kept, look: this.look(), title: shownTitle };
    const placed: WorkingChange = {
      recordId: this.#placementId,
      kind: 'placement',
      value: placement,
      retires: false,
      baseRevisionId: null,
      title: this.title(),
      did: $localize`placed`,
    };
    if (shared) return [placed];
    const block: BlockValue = { ...copyOfBlock(source?.block ?? freshBlock(this.type()!, ''), this.title().trim()), fields: this.fields() };
    return [
      {
        recordId: this.#blockId,
        kind: 'block',
        value: block,
        retires: false,
        baseRevisionId: null,
        title: block.title,
        did: $localize`new`,
      },
      placed,
    ];
  }
}

/** The region or insertion point of a name, as a target. */
function targetNamed(theme: ThemeManifest, name: string): Target {
  return { kind: theme.regions.some(each => each.name === name) ? 'region' : 'insertion point', name };
}
