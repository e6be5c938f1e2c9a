import { Pipe, type PipeTransform } from '@angular/core';
import { capitalised, told } from '@core/tongue/say';

/** What a button says that makes a move of a workflow. */
@Pipe({ name: 'verb' })
export class VerbPipe implements PipeTransform {
  transform(name: string): string {
    return capitalised(told(name));
  }
}
