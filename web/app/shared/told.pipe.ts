import { Pipe, type PipeTransform } from '@angular/core';
import { told } from '@core/tongue/say';

/** What something that the core names (a role, a kind, a stage) is called. See {@link told}. */
@Pipe({ name: 'told' })
export class ToldPipe implements PipeTransform {
  transform(name: string): string {
    return told(name);
  }
}
