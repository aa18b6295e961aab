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
] as const;

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
];
