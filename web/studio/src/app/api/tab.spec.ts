import { Tab } from './tab';

describe('the name of a tab', () => {
  afterEach(() => sessionStorage.removeItem('limber.client'));

  it('is its own: a tab that was duplicated with its storage gets another', async () => {
    const first = await new Tab().id;
    // The storage says the same to the second, and the first still lives.
    expect(sessionStorage.getItem('limber.client')).toBe(first);
    const second = await new Tab().id;
    expect(second).not.toBe(first);
  });

  it('is kept over a reload, when nobody holds it', async () => {
    const name = crypto.randomUUID();
    sessionStorage.setItem('limber.client', name);
    expect(await new Tab().id).toBe(name);
  });

  it('is held by one at a time, and as often as its holder asks', async () => {
    const [one, other] = [new Tab(), new Tab()];
    const name = crypto.randomUUID();
    expect(await one.hold(name)).toBeTrue();
    expect(await one.hold(name)).toBeTrue();
    expect(await other.hold(name)).toBeFalse();
  });
});
