import { Pipe, type PipeTransform } from '@angular/core';
import { midSentence } from '@core/tongue/say';

/** A label within a sentence or a list of choices. See {@link midSentence}. */
@Pipe({ name: 'midSentence' })
export class MidSentencePipe implements PipeTransform {
  transform(label: string): string {
    return midSentence(label);
  }
}
