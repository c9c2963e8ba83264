import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ControlContainer, FormsModule, NgForm } from '@angular/forms';
import type { Contact, PupilProfile } from '@vilko/contract/pupil';

/** How a pupil is reached, and a parent of one who is not of age. */
@Component({
  selector: 'vk-contact-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  // an address that is none keeps the whole form from being saved
  viewProviders: [{ provide: ControlContainer, useExisting: NgForm }],
  host: { class: 'col-span-6 grid grid-cols-6 gap-x-4 gap-y-3' },
  template: `
    <label class="field col-span-3"
      >E-mail<input
        name="email"
        type="email"
        email
        maxlength="200"
        autocomplete="off"
        [ngModel]="contact().email"
        (ngModelChange)="set({ email: $event })"
    /></label>
    <label class="field col-span-3"
      >Telephone<input
        name="telephone"
        type="tel"
        maxlength="40"
        autocomplete="off"
        [ngModel]="contact().telephone"
        (ngModelChange)="set({ telephone: $event })"
    /></label>
    @if (minor() || contact().parent || contact().parentEmail || contact().parentTelephone) {
      <label class="field col-span-2"
        >Parent’s name<input
          name="parent"
          maxlength="120"
          autocomplete="off"
          [ngModel]="contact().parent"
          (ngModelChange)="set({ parent: $event })"
      /></label>
      <label class="field col-span-2"
        >Parent’s e-mail<input
          name="parentEmail"
          type="email"
          email
          maxlength="200"
          autocomplete="off"
          [ngModel]="contact().parentEmail"
          (ngModelChange)="set({ parentEmail: $event })"
      /></label>
      <label class="field col-span-2"
        >Parent’s telephone<input
          name="parentTelephone"
          type="tel"
          maxlength="40"
          autocomplete="off"
          [ngModel]="contact().parentTelephone"
          (ngModelChange)="set({ parentTelephone: $event })"
      /></label>
      <p class="col-span-6 text-13 text-ink2">Letters go to the parent as long as the pupil is not of age.</p>
    }
  `,
})
export class ContactFields {
  readonly contact = input.required<Contact>();
  readonly minor = input.required<boolean>();
  readonly changed = output<Pick<PupilProfile, 'contact'>>();

  protected set(change: Partial<Contact>): void {
    this.changed.emit({ contact: { ...this.contact(), ...change } });
  }
}
