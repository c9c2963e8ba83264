import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SessionStore } from '../state/session';

/** The way in, where the server listens beyond its own machine. */
@Component({
  selector: 'vk-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  providers: [SessionStore],
  template: `
    <div class="grid h-full place-items-center">
      <form class="w-[360px]" (ngSubmit)="enter()">
        <h1 class="mb-4 flex items-center gap-3 text-24 font-semibold">
          <img src="mark.svg" width="28" height="28" alt="" />Vilko
        </h1>
        <p class="mb-4 text-15 leading-6">
          This server is open to the network, so pupils’ data is shown only to the instructor.
        </p>
        <label class="field">
          Password
          <input
            type="password"
            name="password"
            autocomplete="current-password"
            required
            [ngModel]="password()"
            (ngModelChange)="password.set($event)"
          />
        </label>
        @if (session.said(); as s) {
          <p class="mt-2 text-15 text-alarm" role="alert">{{ s.text }}</p>
        }
        <button class="main-button mt-4 text-15" [disabled]="!password() || session.busy()">
          {{ session.busy() ? 'Signing in …' : 'Sign in' }}
        </button>
      </form>
    </div>
  `,
})
export class SignIn {
  protected readonly session = inject(SessionStore);
  protected readonly password = signal('');

  protected enter(): void {
    // a fresh start: everything that was refused is asked again
    this.session.signIn(this.password(), () => location.assign('/'));
  }
}
