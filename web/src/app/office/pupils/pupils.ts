import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { LessonActions, lessonFeature } from '../../state/lesson';

/** Office › Pupils: who comes here, why, and their lessons. */
@Component({
  selector: 'vk-pupils',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8">
      <h1 class="text-24 font-semibold">Pupils</h1>
      @if (pupils(); as list) {
        @if (list.length === 0) {
          <p class="mt-4 text-15 text-ink2">Nobody yet. Start Vilko with <code class="figures">npm run demo</code> to look around with sample pupils.</p>
        }
        <table class="mt-4 w-full border-collapse text-15">
          <thead class="text-left text-13 text-ink2">
            <tr class="border-b border-strong-rules">
              <th class="py-1 pr-4 font-normal">Pupil</th>
              <th class="py-1 pr-4 font-normal">What brings them</th>
              <th class="py-1 pr-4 font-normal">Plays</th>
              <th class="py-1 pr-4 text-right font-normal">Stature</th>
              <th class="py-1 pr-6 text-right font-normal">Mass</th>
              <th class="py-1 font-normal">Last lesson</th>
            </tr>
          </thead>
          <tbody>
            @for (p of list; track p.id) {
              <tr class="border-b border-rules align-top">
                <td class="py-3 pr-4">
                  <span class="font-semibold">{{ p.name }}</span><br /><span class="text-ink2">{{ p.about }}</span>
                </td>
                <td class="max-w-[380px] py-3 pr-4 text-ink2">{{ p.story }}</td>
                <td class="py-3 pr-4">{{ p.handed }}-handed</td>
                <td class="figures py-3 pr-4 text-right whitespace-nowrap">{{ p.stature?.toFixed(2) }} m</td>
                <td class="figures py-3 pr-6 text-right whitespace-nowrap">{{ p.mass?.toFixed(0) }} kg</td>
                <td class="py-3">
                  @for (l of p.lessons; track l.id) {
                    <div>
                      {{ l.aim }}
                      <div class="text-ink2">
                        {{ date(l.startedAt) }} · {{ l.bay }} · <span class="figures">{{ l.swings }}</span> swings
                      </div>
                      <a class="link mr-4" [routerLink]="['/lesson', l.id, 'read']">Read</a>
                      <a class="link" [routerLink]="['/lesson', l.id, 'record']">Record</a>
                    </div>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      } @else if (error()) {
        <p class="mt-4 text-15 text-alarm">{{ error() }}</p>
      } @else {
        <p class="mt-4 text-15 text-ink2">Fetching the pupils …</p>
      }
    </div>
  `,
})
export class Pupils {
  private readonly store = inject(Store);
  protected readonly pupils = this.store.selectSignal(lessonFeature.selectPupils);
  protected readonly error = this.store.selectSignal(lessonFeature.selectError);
  protected readonly date = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

  constructor() {
    this.store.dispatch(LessonActions.openPupils());
  }
}
