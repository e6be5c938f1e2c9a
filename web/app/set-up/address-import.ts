import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import type { ImportReport } from '@contract/addresses';
import { ApiClient, ApiProblem } from '../api/api-client';
import { FilePicker } from '../files/file-picker';
import { told } from '@core/tongue/say';
import { ToldPipe } from '../shared/told.pipe';
import { MessageService } from '../state/message.service';

/** Takes in a list of old addresses: told line by line first, then taken. */
@Component({
  selector: 'almanac-address-import',
  imports: [ToldPipe, FilePicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n class="section">Take in a list</h2>
    <p class="row-line">
      <almanac-file-picker i18n [isMany]="false" (picked)="look($event)">Choose a CSV file…</almanac-file-picker>
      <span i18n class="quiet"
        >One line for each: the old address, the new one, and 308, 301, 302, 410 or 404 where it is not 308. An old one that ends in /*
        takes in what lay beneath.</span
      >
    </p>
    @if (fault()) {
      <p class="form-fault" role="alert">{{ fault() }}</p>
    }
    @if (report(); as report) {
      <section class="panel" aria-label="What the list does" i18n-aria-label>
        <p class="row-line" role="status">
          <b>{{ name() }}:</b> {{ summary(report) }}
          @if (!isLive(report) && report.added + report.changed > 0) {
            <span i18n>Taken in, they would not lead on yet: {{ report.stage | told }}.</span>
          }
          @if (report.isTrial) {
            <button i18n class="btn btn-primary" [disabled]="report.added + report.changed === 0" (click)="take()">
              Take {{ report.added + report.changed }} in
            </button>
          }
          <button i18n class="btn-word" (click)="report$.set(null)">Put this away</button>
        </p>
        <div class="scroll" role="region" aria-label="Line by line" i18n-aria-label tabindex="0">
          <table>
            <tbody>
              @for (each of report.lines; track each.line) {
                <tr>
                  <td class="quiet">{{ each.line }}</td>
                  <td class="code">{{ each.path }}</td>
                  <td class="code">{{ each.to }}</td>
                  <td [class.form-fault]="each.outcome === 'refused'">
                    {{ each.outcome === 'refused' ? each.detail : (each.outcome | told) }}
                  </td>
                </tr>
              }
            </tbody>
          </table>
        </div>
      </section>
    }
  `,
  styles: `
    section {
      padding: 8px 14px;
    }
    .scroll {
      max-height: 260px;
      overflow: auto;
    }
    td {
      padding: 2px 14px 2px 0;
      vertical-align: top;
    }
  `,
})
export class AddressImport {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  /** Some were taken in. */
  readonly taken = output<void>();
  protected readonly isLive = isLive;
  protected readonly report$ = signal<ImportReport | null>(null);
  protected readonly report = this.report$.asReadonly();
  protected readonly fault = signal('');
  protected readonly name = signal('');
  #file: File | null = null;

  protected look([file]: readonly File[]): void {
    this.#file = file!;
    this.name.set(file!.name);
    this.#send(true);
  }

  protected take(): void {
    this.#send(false);
  }

  protected summary({ added, changed, same, refused }: ImportReport): string {
    const parts = [
      [added, 'added'],
      [changed, 'changed'],
      [same, $localize`the same as now`],
      [refused, 'refused'],
    ] as const;
    return parts.flatMap(([number, what]) => (number > 0 ? [`${number} ${what}`] : [])).join(', ');
  }

  #send(isTrial: boolean): void {
    this.fault.set('');
    this.#api.importForwardings(this.#file!, isTrial).subscribe({
      next: report => {
        this.report$.set(report);
        if (isTrial) return;
        const taken = report.added + report.changed;
        this.#messages.done(
          isLive(report)
            ? $localize`${taken} taken in. They lead on from now on.`
            : $localize`${taken} taken in, and not live yet: ${told(report.stage)}.`,
        );
        this.taken.emit();
      },
      error: (error: unknown) => {
        this.report$.set(null);
        this.fault.set(error instanceof ApiProblem ? error.message : $localize`It could not be sent.`);
      },
    });
  }
}

function isLive({ stage }: ImportReport): boolean {
  return stage === 'approved';
}
