import { definePreset } from '@primeuix/themes';
import Aura from '@primeuix/themes/aura';

/** PrimeNG in our own tones: plum on porcelain, round and calm. All text pairs pass WCAG AA. */
export const LimberPreset = definePreset(Aura, {
  primitive: { borderRadius: { sm: '8px', md: '10px', lg: '14px', xl: '18px' } },
  semantic: {
    primary: {
      50: '#faf3f8',
      100: '#f1dfec',
      200: '#e3c0da',
      300: '#cd94bf',
      400: '#a8619a',
      500: '#6b2d5c',
      600: '#602752',
      700: '#552149',
      800: '#43193a',
      900: '#33122c',
      950: '#230b1e',
    },
    focusRing: { width: '3px', style: 'solid', color: '#f2b84b', offset: '2px' },
    colorScheme: {
      light: {
        surface: {
          0: '#ffffff',
          50: '#fbf7f2',
          100: '#f4ece3',
          200: '#e9ddd1',
          300: '#d8c8ba',
          400: '#9d8c97',
          500: '#7b6c7c',
          600: '#6e6272',
          700: '#4d4152',
          800: '#3a2f40',
          900: '#2b2330',
          950: '#1d1721',
        },
        primary: { color: '#6b2d5c', contrastColor: '#ffffff', hoverColor: '#552149', activeColor: '#43193a' },
        text: { color: '#2b2330', hoverColor: '#2b2330', mutedColor: '#6e6272', hoverMutedColor: '#4d4152' },
        formField: {
          background: '#ffffff',
          borderColor: '#9d8c97',
          hoverBorderColor: '#6b2d5c',
          focusBorderColor: '#6b2d5c',
          color: '#2b2330',
          placeholderColor: '#6e6272',
        },
      },
      dark: {
        surface: {
          0: '#f3eae2',
          50: '#e9dfe6',
          100: '#d9cfd8',
          200: '#c9bcc8',
          300: '#b7a7b6',
          400: '#9d8c97',
          500: '#7b6c7c',
          600: '#5f5168',
          700: '#4a3f50',
          800: '#3a303f',
          900: '#2f2735',
          950: '#211a26',
        },
        primary: { color: '#f2b84b', contrastColor: '#2b2330', hoverColor: '#f6c972', activeColor: '#f9d998' },
        text: { color: '#f3eae2', hoverColor: '#ffffff', mutedColor: '#b7a7b6', hoverMutedColor: '#d9cfd8' },
        formField: {
          background: '#211a26',
          borderColor: '#7b6c7c',
          hoverBorderColor: '#b7a7b6',
          focusBorderColor: '#f2b84b',
          color: '#f3eae2',
          placeholderColor: '#b7a7b6',
        },
        overlay: {
          select: { background: '#2f2735', borderColor: '#5f5168', color: '#f3eae2' },
          modal: { background: '#2f2735', borderColor: '#4a3f50', color: '#f3eae2' },
        },
      },
    },
  },
  components: {
    button: {
      root: {
        ...{ borderRadius: '14px', paddingX: '18px', paddingY: '9px', label: { fontWeight: '650' } },
        sm: { fontSize: '15px', paddingX: '12px', paddingY: '6px' },
      },
      colorScheme: {
        light: {
          outlined: {
            secondary: {
              color: '#6b2d5c',
              borderColor: '#b39aa9',
              hoverBackground: '#f4ece3',
              activeBackground: '#e9ddd1',
            },
          },
        },
        dark: {
          outlined: {
            primary: {
              color: '#f3eae2',
              borderColor: '#7b6c7c',
              hoverBackground: '#3a303f',
              activeBackground: '#4a3f50',
            },
          },
        },
      },
    },
    // Room at the top, so that the ring of a focused field is not cut off.
    dialog: { root: { borderRadius: '18px' }, content: { padding: '6px 1.25rem 1.25rem' } },
  },
});
