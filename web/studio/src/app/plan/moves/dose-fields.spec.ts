import { defaultDose } from '@limber/core/dose/dose';
import { doseSchema } from '@limber/core/dose/dose.schema';
import { fieldsOf, figure, withFigure } from './dose-fields';

describe('the figures of a dose', () => {
  it('come back as they were set, in every form, and keep the dose valid', () => {
    for (const form of ['reps', 'passes', 'count', 'hold', 'timed', 'breaths'] as const) {
      let dose = defaultDose(form);
      for (const field of fieldsOf(dose)) {
        const value = Math.max(field.min, figure(dose, field) + field.step);
        dose = withFigure(dose, field, value);
        expect(figure(dose, field)).withContext(`${form} ${field.key}`).toBeCloseTo(value, 9);
        expect(doseSchema.safeParse(dose).success).withContext(`${form} ${field.key}`).toBeTrue();
      }
    }
  });

  it('widen the range where they leave it', () => {
    const dose = defaultDose('reps');
    const wider = withFigure(dose, fieldsOf(dose)[0]!, 25);
    expect(wider.form === 'reps' && wider.reps).toEqual({ low: 3, planned: 25, high: 25 });
  });

  it('ask for rest only between sets', () => {
    const dose = defaultDose('reps');
    expect(fieldsOf(dose).some((field) => field.key === 'restMs')).toBeFalse();
    const sets = fieldsOf(dose).find((field) => field.key === 'sets')!;
    expect(fieldsOf(withFigure(dose, sets, 3)).some((field) => field.key === 'restMs')).toBeTrue();
  });
});
