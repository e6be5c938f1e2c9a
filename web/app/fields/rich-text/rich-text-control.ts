import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { RichTextField as RichTextDeclaration } from '@core/fields/rich-text/rich-text';
import type { RichText } from '@core/rich-text/document';
import { Control } from '../control';
import { RichTextField } from './rich-text-field';

/** Running text. */
@Component({
  selector: 'almanac-rich-text-control',
  imports: [RichTextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-rich-text-field
      [label]="field().label"
      [value]="value()"
      [isInvalid]="isInvalid"
      [describedBy]="describedBy()"
      (valueChange)="change()($event)"
    />
  `,
})
export class RichTextControl extends Control<RichTextDeclaration, RichText> {}
