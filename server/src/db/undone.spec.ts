import { untilItStands } from './undone.js';

const undone = (): Error => new Error('driver', { cause: Object.assign(new Error('deadlock'), { code: '40P01' }) });

describe('what the database undid because two changed the same at once', () => {
  it('is done once more until it stands, and no more than six times', async () => {
    let tried = 0;
    const third = (): Promise<string> => (++tried < 3 ? Promise.reject(undone()) : Promise.resolve('stands'));
    expect(await untilItStands(third)).toBe('stands');
    expect(tried).toBe(3);
    tried = 0;
    const never = (): Promise<never> => {
      tried++;
      return Promise.reject(undone());
    };
    await expectAsync(untilItStands(never)).toBeRejectedWithError('driver');
    expect(tried).toBe(6);
  });
  it('is not done again for any other reason', async () => {
    let tried = 0;
    const other = (): Promise<never> => {
      tried++;
      return Promise.reject(new Error('taken'));
    };
    await expectAsync(untilItStands(other)).toBeRejectedWithError('taken');
    expect(tried).toBe(1);
  });
});
