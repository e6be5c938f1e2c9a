import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { Content, Editor } from '@tiptap/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { fileLink } from '@core/file/address';
import type { TextPicture } from '@core/file/picture-html';
import { catchError, firstValueFrom, of } from 'rxjs';
import { ApiClient } from '../../api/api-client';
import { addressOf, linkTyped } from '@core/fields/link/typed-link';
import type { LinkTarget, RichText } from '@core/rich-text/document';
import { longestNote } from '@core/rich-text/grammar';
import { fittedText, withoutRoom } from '@core/rich-text/fitted';
import { textIn } from '../../shared/typed-event';
import { PagesService } from '../../state/pages.service';
import { SessionService } from '../../state/session.service';
import { StockService } from '../../state/stock.service';
import { chooseFile } from '../../files/file-chooser';
import type { InsetChoice } from './inset-node';
import { InsetPicker } from './inset-picker';
import { PictureBar } from './picture-bar';
import { SourceField } from './source-field';
import type { Sources } from './sources';
import { TableBar, type TableAct, type TableState } from './table-bar';
import { tools, type Tool } from './tools';
import { MidSentencePipe } from '../../shared/mid-sentence.pipe';
import { Toolbar } from '../../shared/toolbar';

/** Writes rich text: structure, emphasis and links. */
@Component({
  selector: 'almanac-rich-text-field',
  imports: [InsetPicker, MidSentencePipe, Toolbar, PictureBar, SourceField, TableBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="frame" [class.is-invalid]="isInvalid()">
      <div class="tools" role="toolbar" ariaLabel="{{ label() }}: text styles" i18n-ariaLabel>
        @for (tool of tools; track tool.name) {
          <button
            type="button"
            [attr.aria-label]="tool.label"
            [title]="tool.label"
            [attr.aria-pressed]="pressed().includes(tool.name)"
            (click)="use(tool)"
          >
            {{ tool.icon }}
          </button>
        }
        <button i18n type="button" [attr.aria-pressed]="pressed().includes('link')" (click)="askLink()">Link</button>
        <button i18n type="button" [attr.aria-expanded]="isPicking()" (click)="pick()">Inset</button>
        <button i18n type="button" (click)="putPicture()">Picture</button>
        <button i18n type="button" (click)="linkFile()">File</button>
        <button i18n type="button" (click)="putNote()">Footnote</button>
        <button i18n type="button" [attr.aria-pressed]="table() !== null" [disabled]="table() !== null" (click)="putTable()">Table</button>
        @if (styles.length > 0) {
          <select #chosenStyle aria-label="Style of the theme" i18n-aria-label (change)="setStyle(chosenStyle.value)">
            <option i18n value="">Plain</option>
            @for (each of styles; track each.name) {
              <option [value]="each.name" [selected]="each.name === style()">{{ each.label }}</option>
            }
          </select>
        }
        <button i18n type="button" (click)="undo()">Undo</button>
        <button i18n type="button" [attr.aria-pressed]="source() !== null" (click)="turnSource()">Source</button>
      </div>
      @if (isPicking()) {
        <almanac-inset-picker (picked)="put($event)" />
      }
      @if (note() !== null) {
        <label class="row-line link"
          ><ng-container i18n>Footnote</ng-container>
          <input
            #words
            class="form-control"
            placeholder="What it says; addresses in it become links"
            i18n-placeholder
            [attr.maxlength]="longestNote"
            [value]="note()"
            (input)="setNote(words.value)"
            (keydown.enter)="$event.preventDefault(); leaveNote()"
        /></label>
      }
      @if (picture(); as chosen) {
        <almanac-picture-bar [picture]="chosen" (pictureChange)="setPicture($event)" />
      }
      @if (table(); as held) {
        <almanac-table-bar [table]="held" (act)="changeTable($event)" (caption)="setCaption($event)" />
      }
      @if (inset(); as chosen) {
        <div class="row-line link">
          <span i18n class="small">This inset</span>
          <label class="row-line"
            ><input
              type="checkbox"
              class="form-check-input"
              [checked]="chosen.showsTitle"
              (change)="dress({ showsTitle: !chosen.showsTitle })"
            />
            <ng-container i18n>with its title</ng-container></label
          >
          <select class="form-select look" aria-label="Look of the inset" i18n-aria-label (change)="dress({ look: textIn($event) })">
            <option i18n value="">plain</option>
            @for (each of looks; track each.name) {
              <option [value]="each.name" [selected]="each.name === chosen.look">{{ each.label | midSentence }}</option>
            }
          </select>
        </div>
      }
      @if (isAskingLink()) {
        <form class="row-line link" (submit)="$event.preventDefault(); setLink(address.value)">
          <input
            #address
            class="form-control"
            aria-label="Link goes to"
            i18n-aria-label
            placeholder="/visit or https://…"
            i18n-placeholder
            [value]="currentLink()"
          />
          <button i18n class="btn btn-plain">Set</button>
          <button i18n type="button" class="btn-word" (click)="setLink('')">No link</button>
        </form>
      }
      @if (source(); as known) {
        <almanac-source-field [label]="label()" [sources]="known" [value]="value()" (valueChange)="valueChange.emit($event)" />
      }
      <div #place class="place" [hidden]="source() !== null"></div>
    </div>
  `,
  styleUrl: './rich-text-field.css',
})
export class RichTextField {
  readonly label = input.required<string>();
  /** Read again only when it is another than what was last emitted. */
  readonly value = input.required<RichText>();
  readonly isInvalid = input(false);
  /** Id of the help that stands beneath it. */
  readonly describedBy = input('');
  readonly valueChange = output<RichText>();
  protected readonly tools = tools;
  protected readonly textIn = textIn;
  protected readonly pressed = signal<readonly string[]>([]);
  protected readonly isAskingLink = signal(false);
  protected readonly currentLink = signal('');
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  readonly #editor = signal<Editor | null>(null);
  #tables: typeof import('./table-nodes') | null = null;
  #last: RichText | null = null;
  readonly #pages = inject(PagesService);
  readonly #stock = inject(StockService);
  readonly #api = inject(ApiClient);
  readonly #modal = inject(NgbModal);
  protected readonly looks = inject(SessionService).session()?.desk?.theme.looks ?? [];
  protected readonly isPicking = signal(false);
  /** The inset that is selected in the text. */
  protected readonly inset = signal<InsetChoice | null>(null);
  /** The styles that the theme has for words, and the one where the cursor is. */
  protected readonly styles = inject(SessionService).session()?.desk?.theme.textStyles ?? [];
  protected readonly style = signal('');
  /** The words of the footnote that is selected in the text; null where none is. */
  protected readonly note = signal<string | null>(null);
  protected readonly longestNote = longestNote;
  private readonly noteWords = viewChild<ElementRef<HTMLInputElement>>('words');
  /** What reads and writes the source, while it is shown. */
  protected readonly source = signal<Sources | null>(null);
  /** The table in which the cursor is. */
  protected readonly table = signal<TableState | null>(null, { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) });
  /** The picture that is selected in the text. */
  protected readonly picture = signal<TextPicture | null>(null);

  constructor() {
    let isGone = false;
    inject(DestroyRef).onDestroy(() => {
      isGone = true;
      this.#editor()?.destroy();
    });
    void Promise.all([import('@tiptap/core'), import('./text-extensions'), import('./table-nodes')]).then(
      ([{ Editor }, { textExtensions }, tables]) => {
        if (isGone) return;
        this.#tables = tables;
        this.#last = this.value();
        this.#editor.set(
          new Editor({
            element: this.place().nativeElement,
            extensions: textExtensions(
              id => this.#stock.describe(id),
              file => firstValueFrom(this.#api.readFile(file).pipe(catchError(() => of(null)))),
            ),
            content: this.#last as Content,
            editorProps: {
              attributes: {
                role: 'textbox',
                'aria-multiline': 'true',
                'aria-label': this.label(),
                ...(this.describedBy() && { 'aria-describedby': this.describedBy() }),
              },
            },
            onUpdate: ({ editor }) => {
              const before = this.#last ?? this.value();
              const text = withoutRoom(fittedText(editor.getJSON() as RichText), before);
              // To look into a text is not to change it.
              if (JSON.stringify(text) === JSON.stringify(before)) return;
              this.#last = text;
              this.valueChange.emit(text);
            },
            onTransaction: ({ editor }) => {
              this.inset.set(editor.isActive('inset') ? (editor.getAttributes('inset') as InsetChoice) : null);
              this.style.set(String(editor.getAttributes('styled')['style'] ?? ''));
              this.note.set(editor.isActive('footnote') ? String(editor.getAttributes('footnote')['note']) : null);
              this.table.set(tables.tableAt(editor));
              this.picture.set(editor.isActive('picture') ? (editor.getAttributes('picture') as TextPicture) : null);
              this.pressed.set([
                ...tools.filter(tool => tool.isOn(editor)).map(tool => tool.name),
                ...(editor.isActive('link') ? ['link'] : []),
              ]);
            },
          }),
        );
      },
    );
    effect(() => {
      const value = this.value();
      const editor = this.#editor();
      if (!editor || value === this.#last) return;
      this.#last = value;
      editor.commands.setContent(value as Content, { emitUpdate: false });
    });
  }

  protected use(tool: Tool): void {
    const editor = this.#editor();
    if (editor) tool.run(editor);
  }

  protected undo(): void {
    this.#editor()?.chain().focus().undo().run();
  }

  protected pick(): void {
    this.isPicking.update(isPicking => !isPicking);
  }

  /** Puts a block into the text where the cursor is. */
  protected put(blockId: string): void {
    this.#editor()
      ?.chain()
      .focus()
      .insertContent({ type: 'inset', attrs: { blockId, showsTitle: false, look: '' } })
      .run();
    this.isPicking.set(false);
  }

  protected dress(part: Partial<InsetChoice>): void {
    this.#editor()?.chain().focus().updateAttributes('inset', part).run();
  }

  /** Puts a picture of the library into the text where the cursor is. */
  protected async putPicture(): Promise<void> {
    const chosen = await chooseFile(this.#modal, 'picture');
    if (!chosen) return;
    const attrs: TextPicture = { file: chosen.id, caption: '', align: 'centre', width: 100 };
    this.#editor()?.chain().focus().insertContent({ type: 'picture', attrs }).run();
  }

  /** Puts a table into the text where the cursor is. */
  protected putTable(): void {
    const editor = this.#editor();
    if (editor) this.#tables?.putTable(editor);
  }

  protected changeTable(act: TableAct): void {
    const editor = this.#editor();
    if (editor) this.#tables?.changeTable(editor, act);
  }

  protected setCaption(caption: string): void {
    this.#editor()?.commands.updateAttributes('table', { caption });
  }

  protected setPicture(part: Partial<TextPicture>): void {
    this.#editor()?.chain().focus().updateAttributes('picture', part).run();
  }

  /** Sets the chosen words in a style of the theme, or plainly. */
  protected setStyle(style: string): void {
    const chain = this.#editor()?.chain().focus().extendMarkRange('styled');
    if (style === '') chain?.unsetMark('styled').run();
    else chain?.setMark('styled', { style }).run();
  }

  /** Puts a footnote where the cursor is, and goes to where its words are written. */
  protected putNote(): void {
    const editor = this.#editor();
    if (!editor) return;
    const { to } = editor.state.selection;
    editor
      .chain()
      .focus()
      .insertContentAt(to, { type: 'footnote', attrs: { note: '' } })
      .setNodeSelection(to)
      .run();
    setTimeout(() => this.noteWords()?.nativeElement.focus());
  }

  protected setNote(note: string): void {
    const editor = this.#editor();
    // A piece that changed is another one, and has to be selected again.
    if (editor) editor.chain().updateAttributes('footnote', { note }).setNodeSelection(editor.state.selection.from).run();
  }

  /** Goes on after the footnote. */
  protected leaveNote(): void {
    const editor = this.#editor();
    if (!editor) return;
    editor.commands.setTextSelection(editor.state.selection.to);
    // At once: what is typed next shall not be lost between two frames.
    editor.view.focus();
  }

  /** Shows the source of the text, or the text again. */
  protected async turnSource(): Promise<void> {
    const isShown = this.source() !== null;
    this.source.set(isShown ? null : (await import('./sources')).sources);
  }

  /** Makes the chosen words, or the file's title where none are chosen, a link to a file of the library. */
  protected async linkFile(): Promise<void> {
    const chosen = await chooseFile(this.#modal);
    const editor = this.#editor();
    if (!chosen || !editor) return;
    const link = { type: 'link', attrs: { page: null, address: fileLink(chosen.id) } };
    const chain = editor.chain().focus();
    if (editor.state.selection.empty) chain.insertContent({ type: 'text', text: chosen.title, marks: [link] }).run();
    else chain.setMark(link.type, link.attrs).run();
  }

  protected askLink(): void {
    const link = this.#editor()?.getAttributes('link') as Partial<LinkTarget> | undefined;
    const target = link?.address === undefined ? null : { page: link.page ?? null, address: link.address };
    this.currentLink.set(addressOf(target, this.#pages.pathOf));
    this.isAskingLink.update(isAsking => !isAsking);
  }

  protected setLink(typed: string): void {
    const chain = this.#editor()?.chain().focus().extendMarkRange('link');
    const link = linkTyped(typed, this.#pages.idAt);
    if (link === null) chain?.unsetMark('link').run();
    else chain?.setMark('link', { ...link }).run();
    this.isAskingLink.set(false);
  }
}
