import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SessionStore } from '../../state/session';

/** Whether this server asks who comes, the password of the house, and the way out. */
@Component({
  selector: 'vk-signing-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  providers: [SessionStore],
  template: `
    <h2 id="signing-in" class="text-18 font-semibold">Signing in</h2>
    <p class="text-ink2">{{ words() }}</p>
    <form class="mt-3 grid grid-cols-2 items-end gap-3" (ngSubmit)="setPassword()">
      @if (store.session()?.password) {
        <label class="field"
          >Old password<input
            name="old"
            type="password"
            autocomplete="current-password"
            [ngModel]="old()"
            (ngModelChange)="old.set($event)"
        /></label>
      }
      <label class="field"
        >{{ store.session()?.password ? 'New password' : 'Instructor’s password' }} (10 characters or more)<input
          name="password"
          type="password"
          minlength="10"
          autocomplete="new-password"
          [ngModel]="fresh()"
          (ngModelChange)="fresh.set($event)"
      /></label>
      <button class="plain-button h-8 w-fit" [disabled]="fresh().length < 10">
        {{ store.session()?.password ? 'Change it' : 'Set it' }}
      </button>
    </form>
    @if (store.said(); as w) {
      <p class="mt-2" [class.text-alarm]="w.alarm" role="status">{{ w.text }}</p>
    }
    @if (store.session()?.needed) {
      <button class="link mt-3" (click)="signOut()">Sign out</button>
    }
  `,
})
export class SigningIn {
  protected readonly store = inject(SessionStore);
  protected readonly old = signal('');
  protected readonly fresh = signal('');
  protected readonly words = computed(() => {
    const s = this.store.session();
    if (s?.needed) return 'This server is open to the network: everybody signs in.';
    return `This server listens on this machine only, so nobody signs in. Opened to the network (HOST), it asks for the password${s?.password ? '' : '; without one it will not start'}.`;
  });

  constructor() {
    this.store.look();
  }

  protected setPassword(): void {
    this.store.setPassword(this.old(), this.fresh(), () => {
      this.old.set('');
      this.fresh.set('');
    });
  }
  protected signOut(): void {
    this.store.signOut(() => location.assign('/sign-in'));
  }
}
