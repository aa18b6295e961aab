import { defaultDose } from './dose';
import { doseSchema, type Dose } from './dose.schema';
import { rangeOf, secondsKey, timesKey, UNIT, type FigureKey } from './figures';

const FORMS = doseSchema.options.map((one) => one.shape.form.value);
const KEYS = Object.keys(UNIT) as FigureKey[];

describe('the figures of a dose', () => {
  it('are found under the key that each form has for them', () => {
    const keys = FORMS.map((form) => [form, timesKey({ form }), secondsKey({ form })].join(' '));
    expect(keys).toEqual([
      'reps reps ',
      'passes passes ',
      'count count ',
      'hold reps holdMs',
      'timed  eachMs',
      'breaths breaths ',
    ]);
  });

  it('are ranges that a dose of the form has, and null where it has none', () => {
    for (const form of FORMS) {
      const dose: Dose = defaultDose(form);
      const own = [timesKey(dose), secondsKey(dose), 'sets' as const].filter((key) => key !== null);
      for (const key of KEYS)
        expect(rangeOf(dose, key) !== null)
          .withContext(`${form} ${key}`)
          .toBe(own.includes(key));
    }
    expect(rangeOf(defaultDose('hold'), 'holdMs')!.planned / UNIT.holdMs).toBe(6);
  });
});
