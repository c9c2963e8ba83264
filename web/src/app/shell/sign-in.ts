import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Api } from '../state/api';
import { sentenceOf } from '../state/sentences';

/** The way in, where the server listens beyond its own machine. */
@Component({
  selector: 'vk-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
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
        @if (refused(); as r) {
          <p class="mt-2 text-15 text-alarm" role="alert">{{ r }}</p>
        }
        <button class="main-button mt-4 text-15" [disabled]="!password() || busy()">
          {{ busy() ? 'Signing in …' : 'Sign in' }}
        </button>
      </form>
    </div>
  `,
})
export class SignIn {
  private readonly api = inject(Api);
  protected readonly password = signal('');
  protected readonly refused = signal<string | null>(null);
  protected readonly busy = signal(false);

  protected enter(): void {
    this.busy.set(true);
    this.api.ask('signIn', {}, { password: this.password() }).subscribe({
      // a fresh start: everything that was refused is asked again
      next: () => location.assign('/'),
      error: (e: unknown) => {
        this.busy.set(false);
        this.refused.set(sentenceOf(e));
      },
    });
  }
}
