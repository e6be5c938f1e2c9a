/** What was typed or chosen in the field that an event comes from. */
export function textIn(event: Event): string {
  return (event.target as HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement).value;
}

/** Whether the box that an event comes from is ticked. */
export function isTickedIn(event: Event): boolean {
  return (event.target as HTMLInputElement).checked;
}

/** The number typed in the field that an event comes from; NaN when there is none. */
export function numberIn(event: Event): number {
  return (event.target as HTMLInputElement).valueAsNumber;
}

/** The one of some words that was chosen in the field that an event comes from, which offers no others. */
export function choiceIn<Choice extends string>(event: Event): Choice {
  return textIn(event) as Choice;
}
