import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import type { NewPupil } from '@vilko/contract/pupil';
import { OfficeActions } from '../../state/office';
import { PupilForm } from './pupil-form';

/** Takes in a new pupil. */
@Component({
  selector: 'vk-new-pupil',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PupilForm],
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-8">
      <h1 class="mb-1 text-24 font-semibold">New pupil</h1>
      <p class="mb-4 text-15 text-ink2">A name and the hand are enough; the rest can wait until it is known.</p>
      <vk-pupil-form class="block max-w-[860px]" action="Take in" (saved)="save($event)" (cancelled)="back()" />
    </div>
  `,
})
export class NewPupilPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected save(pupil: NewPupil): void {
    this.store.dispatch(OfficeActions.addPupil({ pupil }));
  }
  protected back(): void {
    void this.router.navigate(['/office/pupils']);
  }
}
