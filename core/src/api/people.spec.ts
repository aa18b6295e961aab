import { emailSchema, passwordTrouble } from './people';

describe('a new password', () => {
  const email = 'marit@harbour.example';

  it('has ten characters or more, counted as people count them', () => {
    expect(passwordTrouble('123456789', email)).toContain('at least 10');
    expect(passwordTrouble('1234567890', email)).toBeNull();
    // Nine letters that need two units each are nine characters.
    expect(passwordTrouble('𝄞'.repeat(8) + '♪', email)).toContain('at least 10');
    expect(passwordTrouble('𝄞'.repeat(9) + '♪', email)).toBeNull();
    expect(passwordTrouble('ab'.repeat(100), email)).toBeNull();
    expect(passwordTrouble(`${'ab'.repeat(100)}c`, email)).toContain('at most 200');
  });

  it('keeps the blanks at its ends', () => {
    expect(passwordTrouble('  1234567 ', email)).toBeNull();
    expect(passwordTrouble(' 1234567 ', email)).toContain('at least 10');
  });

  it('is not one character many times, and not the address', () => {
    expect(passwordTrouble('aaaaaaaaaaaa', email)).toContain('One character');
    expect(passwordTrouble('aaaaaaaaaaab', email)).toBeNull();
    expect(passwordTrouble('Marit@Harbour.example', email)).toContain('Your address');
    expect(passwordTrouble('marit@harbour.example!', email)).toBeNull();
  });
});

describe('an address', () => {
  it('is one and the same however it is written', () => {
    for (const written of ['marit@harbour.example', ' Marit@Harbour.EXAMPLE\t'])
      expect(emailSchema.parse(written)).toBe('marit@harbour.example');
    expect(emailSchema.safeParse('marit').error!.issues[0]!.message).toContain('Write an address such as');
  });
});
