import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';

/** Every line and mark of Track and Score in words. */
@Component({
  selector: 'vk-legend',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="overlay-card max-h-[90vh] w-[640px] overflow-auto p-6">
      <h2 class="mb-3 text-18 font-semibold">What the lines mean</h2>
      <dl class="grid grid-cols-[150px_1fr] gap-y-2">
        @for (row of rows; track row[0]) {
          <dt class="font-semibold">{{ row[0] }}</dt>
          <dd class="text-ink2">{{ row[1] }}</dd>
        }
      </dl>
      <button class="plain-button mt-5" (click)="ref.close()">Close</button>
    </div>
  `,
})
export class Legend {
  protected readonly ref = inject(DialogRef);
  protected readonly rows = [
    [
      'Route',
      'Where the pressure of both feet together goes: thin and dashed going back, heavy coming down, thin after impact. A small tick every 20 ms: wide apart is fast.',
    ],
    [
      'Contours',
      'How hard each cell of the mat is pressed, like heights on a map: eight levels, parts of the swing’s hardest cell. Lead solid, trail dashed.',
    ],
    ['Triangles', 'The centre of pressure of each foot at this moment.'],
    ['Lozenges', 'P1–P10. Dashed: estimated, not seen. Filled in violet: marked by a person.'],
    ['Cross-hair', 'This moment, with the lead share of the load in percent.'],
    ['Stance line', 'The fine line from trail to lead foot centre and its square; a tick every 50 mm.'],
    [
      'Soles without a mat',
      'Assumed: the mean pressure at address is put at 45% of a 0.27 m foot. Positions within the foot then say little.',
    ],
    ['Hatched brackets', 'What the chosen pattern calls ideal there. An open side has no limit.'],
    ['Flags', 'A peak: value, and when, in ms to impact.'],
    ['Dotted steps', 'The order of the sideways, turning and vertical peak, with the time between them.'],
    [
      'Forces',
      'Ground reactions at the cursor: 100 %BW is 58 cm upright, 10 %BW is 13 cm from above. A force that passes beside the mass turns the body; the bent arrow shows which way. The height of the mass is taken as 0.53 of the stature at address.',
    ],
    ['Pressure and mass', 'Pressure is where the feet press; mass is where the body is. They move differently.'],
  ];
}
