import { Directive, output, signal } from '@angular/core';

/** Takes files that are dropped on it or pasted while it is there. */
@Directive({
  selector: '[almanacDropZone]',
  host: {
    '[class.is-dropping]': 'isOver()',
    '(dragover)': 'over($event)',
    '(dragleave)': 'isOver.set(false)',
    '(drop)': 'dropped($event)',
    '(document:paste)': 'pasted($event)',
  },
})
export class DropZone {
  /** Files that somebody wants to bring in. */
  readonly brought = output<readonly File[]>();
  protected readonly isOver = signal(false);

  protected over(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.isOver.set(true);
  }

  protected dropped(event: DragEvent): void {
    this.isOver.set(false);
    this.#bring(event, event.dataTransfer);
  }

  // Words that are pasted into a field are the field's.
  protected pasted(event: ClipboardEvent): void {
    this.#bring(event, event.clipboardData);
  }

  #bring(event: Event, data: DataTransfer | null): void {
    const files = [...(data?.files ?? [])];
    if (files.length === 0) return;
    event.preventDefault();
    this.brought.emit(files);
  }
}
