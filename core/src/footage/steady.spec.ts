import { filmOf, resultOf } from './film.testing';
import { Pictures } from './picture';
import { steady, type Camera } from './steady';

const cameraIn = (film: Pictures): Camera[] => resultOf(steady(film));

describe('a film from a hand', () => {
  const shake = (at: number): [number, number] => [1.7 * Math.sin(at / 3), 1.1 * Math.cos(at / 4.1)];

  it('is laid on itself to a tenth of a cell, whatever the light does', () => {
    const film = filmOf(80, (at) => ({ camera: shake(at), light: 1 + 0.06 * Math.sin(at) }));
    const cameras = cameraIn(film);
    const off = cameras.map(({ right }, at) => right - shake(at)[0]);
    const mean = off.reduce((sum, one) => sum + one, 0) / off.length;
    expect(Math.max(...off.map((one) => Math.abs(one - mean)))).toBeLessThan(0.1);
    const restless = (of: Pictures): number => {
      let sum = 0;
      for (let cell = 10 * 96; cell < 40 * 96; cell++) sum += Math.abs(of.at(5)[cell]! - of.at(33)[cell]!);
      return sum / (30 * 96);
    };
    expect(restless(filmOf(80, (at) => ({ camera: shake(at), light: 1 + 0.06 * Math.sin(at) })))).toBeGreaterThan(5);
    expect(restless(film)).toBeLessThan(1);
  });

  it('is not drawn along by an arm that moves in it', () => {
    const film = filmOf(60, (at) => ({ camera: shake(at), hands: [[38 + 5 * Math.sin(at / 5), 34]] }));
    const off = cameraIn(film).map(({ down }, at) => down - shake(at)[1]);
    const mean = off.reduce((sum, one) => sum + one, 0) / off.length;
    expect(Math.max(...off.map((one) => Math.abs(one - mean)))).toBeLessThan(0.2);
  });

  it('that shows nothing stays as it is', () => {
    const film = new Pictures(new Uint8Array(5184 * 20).fill(16));
    expect(cameraIn(film).every(({ right, down }) => right === 0 && down === 0)).toBe(true);
    expect(film.at(19)[700]).toBe(16);
  });
});
