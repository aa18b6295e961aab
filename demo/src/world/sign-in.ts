/** The demo's instructor is made up; the password works only while the program listens on this machine alone. */
export const DEMO_SIGN_IN = {
  name: 'Marit Vane',
  email: 'marit@harbour.example',
  password: 'lantern-and-rope',
} as const;
