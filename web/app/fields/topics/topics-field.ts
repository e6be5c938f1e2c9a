import { ChangeDetectionStrategy, Component, computed, input, model, signal } from '@angular/core';

/** How many topics are offered at a time. */
const mostOffered = 8;

const wordsFor = {
  topics: {
    all: $localize`Topics of this page`,
    add: $localize`Add a topic`,
    addOne: (topic: string) => $localize`Add the topic ${topic}`,
    drop: (topic: string) => $localize`Take off the topic ${topic}`,
    isNew: $localize`No page has this topic yet.`,
  },
  authors: {
    all: $localize`Who wrote it`,
    add: $localize`Add a name`,
    addOne: (name: string) => $localize`Add ${name}`,
    drop: (name: string) => $localize`Take off ${name}`,
    isNew: $localize`No page has this name yet.`,
  },
};

/** The topics of a page, or the names of those who wrote it, picked from those in use, or new ones. */
@Component({
  selector: 'almanac-topics-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (value().length > 0) {
      <ul [attr.aria-label]="words().all">
        @for (topic of value(); track topic) {
          <li>{{ topic }}<button type="button" [attr.aria-label]="words().drop(topic)" (click)="drop(topic)">×</button></li>
        }
      </ul>
    }
    <input
      #typed
      class="form-control"
      type="text"
      autocomplete="off"
      [placeholder]="words().add"
      [id]="fieldId()"
      [value]="text()"
      (input)="text.set(typed.value)"
      (keydown.enter)="add(text()); $event.preventDefault()"
    />
    @if (offered().length > 0) {
      <p class="offered">
        @for (topic of offered(); track topic) {
          <button type="button" class="btn-word" [attr.aria-label]="words().addOne(topic)" (click)="add(topic)">
            {{ topic }}
          </button>
        }
      </p>
    }
    @if (isNew()) {
      <p class="form-help">
        {{ words().isNew }}&ngsp;
        <button i18n type="button" class="btn-word" (click)="add(text())">Add “{{ text().trim() }}” all the same</button>
      </p>
    }
  `,
  styles: `
    ul {
      list-style: none;
      display: flex;
      flex-wrap: wrap;
      gap: 4px 6px;
      margin: 0 0 4px;
      padding: 0;
    }
    li {
      border: 1px solid var(--hair);
      border-radius: 3px;
      padding: 1px 2px 1px 7px;
      background: var(--sheet);
    }
    li button {
      border: 0;
      background: none;
      color: var(--ink-2);
      min-width: 24px;
      min-height: 24px;
    }
    .offered {
      display: flex;
      flex-wrap: wrap;
      gap: 0 10px;
      margin: 2px 0 0;
    }
  `,
})
export class TopicsField {
  readonly fieldId = input.required<string>();
  /** What is picked. */
  readonly of = input<keyof typeof wordsFor>('topics');
  readonly value = model.required<readonly string[]>();
  /** Topics that pages have, the most used first. */
  readonly inUse = input.required<readonly string[]>();
  protected readonly text = signal('');
  protected readonly words = computed(() => wordsFor[this.of()]);
  /** Those that fit what is typed; of what is typed in full nothing more. */
  protected readonly offered = computed(() => {
    const typed = this.text().trim().toLowerCase();
    return this.inUse()
      .filter(topic => !this.value().includes(topic) && topic.toLowerCase().includes(typed))
      .slice(0, mostOffered);
  });
  protected readonly isNew = computed(() => {
    const typed = this.text().trim().toLowerCase();
    return typed !== '' && ![...this.inUse(), ...this.value()].some(topic => topic.toLowerCase() === typed);
  });

  protected add(typed: string): void {
    const text = typed.trim();
    if (text === '') return;
    // Written otherwise it is still the same topic.
    const topic = this.inUse().find(each => each.toLowerCase() === text.toLowerCase()) ?? text;
    this.text.set('');
    if (!this.value().includes(topic)) this.value.set([...this.value(), topic]);
  }

  protected drop(topic: string): void {
    this.value.set(this.value().filter(each => each !== topic));
  }
}
