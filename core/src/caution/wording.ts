import * as z from 'zod';

/** What claims are about. */
export const CLAIMS = [
  'detox',
  'lift',
  'wrinkle',
  'younger',
  'collagen',
  'circulation',
  'drain',
  'slim_face',
  'pain_relief',
  'allergy',
  'nose_shape',
  'bite_or_protrusion',
  'muscle',
  'skin_condition',
  'stress',
  'certainty',
  'safety',
  'dark_circles',
  'eyes',
  'lips',
  'volume',
  'asymmetry',
  'cheekbones',
  'grinding',
  'nerve',
  'adhesions',
  'hormones',
  'immunity',
  'hair',
  'injections',
] as const;
export type ClaimAbout = (typeof CLAIMS)[number];

/**
 * Whether a claim promises too much: said as certain. That muscles are trained may be said.
 *
 * @example promisesTooMuch({ about: 'detox', strength: 'mild' }) // false
 */
export function promisesTooMuch({ about, strength }: Claim): boolean {
  return strength === 'strong' && about !== 'muscle';
}
interface Claim {
  readonly about: ClaimAbout;
  readonly strength: 'mild' | 'strong';
}

export const wordingSchema = z.object({
  id: z.enum(CLAIMS),
  /** Why it promises too much. */
  why: z.string().trim().min(1, 'Say why it promises too much.').max(300),
  /** What may be said instead, after “it”. */
  careful: z.array(z.string().trim().min(1).max(200)).min(1, 'Give one wording at least.').max(8),
});
export type Wording = z.infer<typeof wordingSchema>;

/**
 * Why each claim promises too much, and careful wording to choose from. Claims about health need competent and reliable
 * scientific evidence (FTC Endorsement Guides, 16 CFR 255; memory); for these there is none of that kind.
 */
export const WORDINGS: readonly Wording[] = [
  { id: 'detox', why: 'Massage is not known to remove toxins.', careful: ['may help you feel lighter for a while'] },
  {
    id: 'lift',
    why: 'That a face is lifted by it is not shown.',
    careful: [
      'may help your face feel fresher',
      'may bring fuller cheeks with months of practice, as one small trial saw',
    ],
  },
  {
    id: 'wrinkle',
    why: 'Nothing of this kind makes lines go away for certain.',
    careful: ['may help the area look a little softer for a while'],
  },
  { id: 'younger', why: 'Years are not taken off by it.', careful: ['may help you look rested'] },
  { id: 'collagen', why: 'That it builds collagen is not shown.', careful: ['feels good on the skin'] },
  {
    id: 'circulation',
    why: 'Blood flow rises for minutes, and that is all that can be said.',
    careful: ['may bring some warmth and colour for a while'],
  },
  {
    id: 'drain',
    why: 'Puffiness may go down for a while; more is not shown.',
    careful: ['may help you notice less puffiness for a while'],
  },
  {
    id: 'slim_face',
    why: 'A face does not lose fat or change its shape by it.',
    careful: ['may help your jaw feel looser'],
  },
  {
    id: 'pain_relief',
    why: 'Pain belongs to a professional; relief cannot be promised.',
    careful: ['may help you let go of tension'],
  },
  { id: 'allergy', why: 'An allergy is not treated by it.', careful: ['may feel freeing when your nose is stuffy'] },
  {
    id: 'nose_shape',
    why: 'Bone and cartilage do not change by it.',
    careful: ['relaxes the muscles beside the nose'],
  },
  {
    id: 'bite_or_protrusion',
    why: 'Teeth and bite do not change by it.',
    careful: ['leaves teeth and bite to your dentist'],
  },
  {
    id: 'muscle',
    why: 'Muscles can be trained; what that does to the look of a face is not certain.',
    careful: ['trains the muscles of the cheeks'],
  },
  {
    id: 'skin_condition',
    why: 'A skin condition is not treated by it.',
    careful: ['leaves skin that flares up to a dermatologist'],
  },
  { id: 'stress', why: 'Calm can be hoped for, not promised.', careful: ['is calming for many people'] },
  {
    id: 'certainty',
    why: 'Nobody can know that it works for everyone, or by when.',
    careful: [
      'may do something for you, and you will see for yourself',
      'takes weeks of practice, and may still not show',
    ],
  },
  {
    id: 'safety',
    why: 'Some people should not do it, or should ask first.',
    careful: ['is gentle for most people; who should ask first is listed under the video'],
  },
  {
    id: 'dark_circles',
    why: 'What is dark under the eyes is mostly skin, vessels and shadow; no stroke is known to take it away.',
    careful: ['may help the area under your eyes look a little fresher for a while'],
  },
  {
    id: 'eyes',
    why: 'The size of an eye and the height of a lid do not change by it.',
    careful: ['may help your eyes feel more awake for a while'],
  },
  {
    id: 'lips',
    why: 'Lips may redden and swell a little for minutes; they do not grow.',
    careful: ['may bring some colour to your lips for a while'],
  },
  {
    id: 'volume',
    why: 'That lost volume comes back is not shown.',
    careful: [
      'works the muscles of your cheeks',
      'may bring fuller cheeks with months of practice, as one small trial saw',
    ],
  },
  {
    id: 'asymmetry',
    why: 'Every face is uneven, and nothing shows that this changes it.',
    careful: ['helps you notice which side you use less'],
  },
  { id: 'cheekbones', why: 'Bone does not change by it.', careful: ['works the muscles over your cheekbones'] },
  {
    id: 'grinding',
    why: 'Grinding has causes that belong to a dentist.',
    careful: ['may help you notice when you clench', 'leaves grinding to your dentist'],
  },
  { id: 'nerve', why: 'No stroke is known to reset a nerve.', careful: ['is calming for many people'] },
  {
    id: 'adhesions',
    why: 'That hands break anything loose under the skin is not shown.',
    careful: ['may help the skin here feel more supple for a while'],
  },
  {
    id: 'hormones',
    why: 'Hormones are not changed by it as far as anybody knows.',
    careful: ['gives you a quiet minute'],
  },
  {
    id: 'immunity',
    why: 'Nothing shows that it keeps anybody from falling ill.',
    careful: ['is a good moment to breathe slowly'],
  },
  { id: 'hair', why: 'That hair grows by it is not shown.', careful: ['feels good on the scalp'] },
  {
    id: 'injections',
    why: 'What it does cannot be held against a treatment.',
    careful: ['is something that you can do for yourself, with your own hands'],
  },
];
