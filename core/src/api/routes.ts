import * as z from 'zod';
import { wordsSchema } from '../align/words.document';
import { analysisSchema } from '../footage/analysis.document';
import { soundSchema } from '../footage/sound.document';
import { logSchema, takeLogSchema } from '../take/log.document';
import { publishedSchema } from '../viewing/published.schema';
import { editAnswerSchema, editsSchema } from './edits';
import { filmSchema, filmsSchema, filmTrialSchema, newFilmSchema } from './films';
import { answersSchema, batchSchema, takenAnswersSchema, takenEventsSchema, viewerIdSchema } from './follow';
import {
  freedSchema,
  frozenSchema,
  linkChangeSchema,
  linkSchema,
  newLinkSchema,
  newVersionSchema,
  phraseSchema,
  roomSchema,
  sharedSchema,
  shareSchema,
  trashedSchema,
  versionChangeSchema,
} from './keeping';
import {
  createdSchema,
  lessonListSchema,
  newLessonSchema,
  openedLessonSchema,
  openedLibrarySchema,
  openedRulesSchema,
  openedSchema,
  usedSchema,
} from './lessons';
import {
  captionsSchema,
  MOST_CAPTIONS,
  jobSchema,
  keepCaptionsSchema,
  mediumSchema,
  stillsSchema,
  uploadSchema,
  wantedStillsSchema,
} from './media';
import {
  comeInSchema,
  doorAskedSchema,
  doorSchema,
  invitedSchema,
  inviteSchema,
  newPasswordSchema,
  peopleSchema,
  sessionSchema,
  signInSchema,
} from './people';
import { resultsSchema } from './results';
import { bringsSchema, joinSchema, phoneSchema, phonesSchema } from './near';
import { screenToldSchema, secondScreenSchema } from './second-screen';
import { route, type Route } from './route';
import { viewerRecordSchema } from './viewer-record';

const id = z.object({ id: z.string() });
const version = z.object({ id: z.string(), versionId: z.string() });
const token = z.object({ token: z.string() });
const medium = z.object({ token: z.string(), mediaId: z.string() });
const everybody = { for: 'everybody' } as const;
const owner = { for: 'owner' } as const;
/** Kept as a file instead of being shown. */
const download = z.object({ download: z.string().optional() });
/** Sent only so that a body is there. */
const nothing = z.object({});

/** Every address of the HTTP API, once: what it takes, what it answers, and who may ask. */
export const ROUTES = {
  session: route('get', '/session', 'Who is signed in', { ...everybody, answer: sessionSchema }),
  signIn: route('post', '/session', 'Sign in', { ...everybody, body: signInSchema, answer: sessionSchema }),
  signOut: route('delete', '/session', 'Sign out here', {}),
  signOutEverywhere: route('delete', '/session/everywhere', 'Sign out everywhere', {}),
  setPassword: route('put', '/session/password', 'Change one’s own password', {
    body: newPasswordSchema,
    answer: sessionSchema,
  }),
  door: route('post', '/session/door', 'What a one-time link is for', {
    ...everybody,
    body: doorAskedSchema,
    answer: doorSchema,
  }),
  comeIn: route('post', '/session/set-up', 'Come in by a one-time link', {
    ...everybody,
    body: comeInSchema,
    answer: sessionSchema,
    status: 201,
  }),

  people: route('get', '/people', 'Who works here, and who is invited', { answer: peopleSchema }),
  invite: route('post', '/people/invitations', 'Invite somebody by a one-time link', {
    ...owner,
    body: inviteSchema,
    answer: invitedSchema,
    status: 201,
  }),
  withdraw: route('delete', '/people/invitations/:id', 'Withdraw an invitation', { ...owner, params: id }),
  removePerson: route('delete', '/people/:id', 'Remove an account; anybody may remove their own', { params: id }),

  lessons: route('get', '/lessons', 'The desk: every lesson with where it stands', { answer: lessonListSchema }),
  newLesson: route('post', '/lessons', 'Begin a lesson', { body: newLessonSchema, answer: createdSchema, status: 201 }),
  bringIn: route('post', '/lessons/import', 'Bring in a lesson bundle', {
    body: z.unknown(),
    answer: createdSchema,
    status: 201,
  }),
  lesson: route('get', '/lessons/:id', 'Open a lesson', { params: id, answer: openedLessonSchema }),
  editLesson: route(
    'post',
    '/lessons/:id/edits',
    'Edit a lesson; 409 with the same answer where an edit meets a newer one',
    {
      params: id,
      body: editsSchema,
      answer: editAnswerSchema,
    },
  ),
  lessonBundle: route('get', '/lessons/:id/bundle', 'A lesson as a bundle', { params: id, answer: z.unknown() }),
  lessonWithMedia: route('get', '/lessons/:id/bundle.zip', 'A lesson with its media as one archive', {
    params: id,
    type: 'application/zip',
  }),
  lessonCues: route('get', '/lessons/:id/cues.vtt', 'The cues of a lesson as WebVTT', {
    params: id,
    query: z.object({ kinds: z.string().optional() }),
    type: 'text/vtt',
  }),
  copyLesson: route('post', '/lessons/:id/copy', 'The same plan, takes and marks under another name', {
    params: id,
    body: nothing,
    answer: createdSchema,
    status: 201,
  }),
  trashLesson: route('delete', '/lessons/:id', 'Put a lesson in the trash', { ...owner, params: id }),

  openSecondScreen: route('post', '/second-screen', 'Open a second screen for the prompter by a one-time code', {
    body: nothing,
    answer: secondScreenSchema,
    status: 201,
  }),
  tellSecondScreen: route('put', '/second-screen/:id/view', 'What a second screen shows', {
    params: id,
    body: screenToldSchema,
  }),
  secondScreenPresses: route(
    'get',
    '/second-screen/:id/presses',
    'What is pressed on a second screen, as it is pressed',
    {
      params: id,
      type: 'text/event-stream',
    },
  ),
  closeSecondScreen: route('delete', '/second-screen/:id', 'Close a second screen', { params: id }),

  spokenNumber: route('get', '/spoken-numbers/:n', 'A number in the synthetic voice', {
    params: z.object({ n: z.coerce.number().int().min(1).max(1000) }),
    type: 'audio/wav',
  }),
  expectPhone: route('post', '/from-phone', 'Let a telephone bring films into a lesson, by a one-time code', {
    body: z.object({ lessonId: z.string().min(1).max(80) }),
    answer: phoneSchema,
    status: 201,
  }),
  comeFromPhone: route('post', '/from-phone/join', 'Come in with a telephone by a one-time code', {
    for: 'everybody',
    body: joinSchema,
    answer: bringsSchema,
  }),
  phones: route('get', '/from-phone', 'Telephones that may bring films into a lesson, and what is on its way', {
    query: z.object({ lessonId: z.string() }),
    answer: phonesSchema,
  }),
  closePhone: route('delete', '/from-phone/:id', 'Take no more films from a telephone', { params: id }),

  share: route('get', '/lessons/:id/share', 'Versions and links of a lesson', { params: id, answer: shareSchema }),
  shareLesson: route('post', '/lessons/:id/share', 'Freeze a version and make a link to it', {
    ...owner,
    params: id,
    body: newVersionSchema,
    answer: sharedSchema,
    status: 201,
  }),
  newLink: route('post', '/lessons/:id/share/links', 'One more link to a version', {
    ...owner,
    params: id,
    body: newLinkSchema,
    answer: linkSchema,
    status: 201,
  }),
  changeLink: route(
    'patch',
    '/lessons/:id/share/links/:token',
    'Revoke a link, open it again, lead it elsewhere, or keep it to some',
    {
      ...owner,
      params: z.object({ id: z.string(), token: z.string() }),
      body: linkChangeSchema,
      answer: linkSchema,
    },
  ),
  frozen: route('get', '/lessons/:id/share/versions/:versionId', 'A lesson as a version froze it', {
    params: version,
    answer: frozenSchema,
  }),
  changeVersion: route('patch', '/lessons/:id/share/versions/:versionId', 'Name a version, or note something of it', {
    ...owner,
    params: version,
    body: versionChangeSchema,
  }),
  deleteVersion: route('delete', '/lessons/:id/share/versions/:versionId', 'Delete a version with what viewers did', {
    ...owner,
    params: version,
  }),

  films: route('get', '/lessons/:id/films', 'The finished films of a lesson', { params: id, answer: filmsSchema }),
  newFilm: route('post', '/lessons/:id/films', 'Make a film of a lesson or of one of its versions', {
    params: id,
    body: newFilmSchema,
    answer: filmSchema,
    status: 202,
  }),
  filmPicture: route('get', '/lessons/:id/film-trial/picture.jpg', 'A picture of a film before it is made', {
    params: id,
    query: filmTrialSchema,
    type: 'image/jpeg',
  }),
  filmSound: route(
    'get',
    '/lessons/:id/film-trial/sound.m4a',
    'Some seconds of the sound of a film before it is made',
    {
      params: id,
      query: filmTrialSchema,
      type: 'audio/mp4',
    },
  ),
  deleteFilm: route('delete', '/films/:id', 'Delete a finished film', { ...owner, params: id }),
  filmMp4: route('get', '/films/:id/film.mp4', 'A finished film', { params: id, query: download, type: 'video/mp4' }),
  filmStill: route('get', '/films/:id/film.jpg', 'The picture that stands for a finished film', {
    params: id,
    query: download,
    type: 'image/jpeg',
  }),
  filmWebm: route('get', '/films/:id/film.webm', 'A finished film', {
    params: id,
    query: download,
    type: 'video/webm',
  }),

  trash: route('get', '/trash', 'What lies in the trash', { answer: z.array(trashedSchema) }),
  restore: route('post', '/trash/:id/restore', 'Put a lesson back on the desk', {
    ...owner,
    params: id,
    body: nothing,
    answer: createdSchema,
  }),
  closeLinks: route('post', '/trash/:id/close-links', 'Take back the links of a lesson in the trash', {
    ...owner,
    params: id,
    body: nothing,
  }),
  deleteForGood: route('delete', '/trash/:id', 'Delete a lesson for good', {
    ...owner,
    params: id,
    answer: freedSchema,
  }),
  emptyTrash: route('delete', '/trash', 'Delete everything in the trash for good', { ...owner, answer: freedSchema }),
  room: route('get', '/room', 'What lies on the disk', { answer: roomSchema }),

  library: route('get', '/library', 'The library of moves', { answer: openedLibrarySchema }),
  libraryUsed: route('get', '/library/used', 'Which lessons hold a copy of which move', {
    answer: z.array(usedSchema),
  }),
  editLibrary: route(
    'post',
    '/library/edits',
    'Edit the library; 409 with the same answer where an edit meets a newer one',
    {
      body: editsSchema,
      answer: editAnswerSchema,
    },
  ),

  rules: route('get', '/rules', 'The studio’s own rules: what it changes of cautions, wordings and schools', {
    answer: openedRulesSchema,
  }),
  editRules: route(
    'post',
    '/rules/edits',
    'Edit the studio’s rules; 409 with the same answer where an edit meets a newer one',
    { for: 'keeper', body: editsSchema, answer: editAnswerSchema },
  ),
  ideas: route('get', '/ideas', 'What lessons might be about', { answer: openedSchema }),
  editIdeas: route('post', '/ideas/edits', 'Edit the ideas; 409 with the same answer where an edit meets a newer one', {
    body: editsSchema,
    answer: editAnswerSchema,
  }),
  nameKeeper: route('post', '/people/:id/keeper', 'Say whether somebody may change the studio’s rules', {
    ...owner,
    params: id,
    body: z.object({ keepsRules: z.boolean() }),
  }),

  arrivals: route('get', '/arrivals', 'What became of the uploads of a lesson', {
    query: z.object({ lessonId: z.string().min(1).max(80) }),
    answer: z.array(uploadSchema),
  }),
  arrival: route('get', '/arrivals/:id', 'What became of an upload', { params: id, answer: uploadSchema }),
  arrivalSeen: route('post', '/arrivals/:id/seen', 'Take note of what became of an upload', {
    params: id,
    body: nothing,
  }),
  arrivalCaptions: route(
    'put',
    '/arrivals/:id/captions.json',
    'Keep captions for the recording that an upload becomes; where it has become one that has captions, those stay',
    { params: id, body: z.object({ text: z.string().max(MOST_CAPTIONS) }) },
  ),
  arrivalAgain: route('post', '/arrivals/:id/look', 'Look at an upload again', {
    params: id,
    body: nothing,
    answer: uploadSchema,
  }),

  medium: route('get', '/media/:id', 'A medium, and what is made of it', { params: id, answer: mediumSchema }),
  prepare: route('post', '/media/:id/prepare', 'Make everything of a medium again', {
    params: id,
    body: nothing,
    answer: mediumSchema,
    status: 202,
  }),
  findPlace: route('post', '/media/:id/place', 'Find by its sound where a recording lies on the film of its take', {
    params: id,
    body: z.object({ lessonId: z.string() }),
    answer: mediumSchema,
    status: 202,
  }),
  poster: route('get', '/media/:id/poster.jpg', 'A still of a medium', { params: id, type: 'image/jpeg' }),
  stills: route('post', '/media/:id/stills', 'Which stills of a film there are; those that are missing are taken', {
    params: id,
    body: wantedStillsSchema,
    answer: stillsSchema,
    status: 202,
  }),
  still: route('get', '/media/:id/stills/:atMs', 'A still of an instant of a film, ms', {
    params: id.extend({ atMs: z.string() }),
    type: 'image/jpeg',
  }),
  sound: route('get', '/media/:id/sound.json', 'What was found in the sound of a medium', {
    params: id,
    answer: soundSchema,
  }),
  analysis: route('get', '/media/:id/analysis.json', 'What was seen in a film: what is repeated, what is held, faces', {
    params: id,
    answer: analysisSchema,
  }),
  words: route('get', '/media/:id/words.json', 'What was heard to be said in a recording', {
    params: id,
    answer: wordsSchema,
  }),
  captions: route('get', '/media/:id/captions.json', 'Captions that somebody brought for a recording', {
    params: id,
    answer: captionsSchema,
  }),
  keepCaptions: route(
    'put',
    '/media/:id/captions.json',
    'Keep captions of a recording; 409 where it has others that they are not to replace',
    { params: id, body: keepCaptionsSchema },
  ),
  removeCaptions: route('delete', '/media/:id/captions.json', 'Let go of the captions of a recording', { params: id }),
  keepLog: route('put', '/media/:id/log.json', 'Keep the log that was pressed beside a recording', {
    params: id,
    body: logSchema,
  }),
  takeLog: route(
    'get',
    '/lessons/:id/takes/:takeId/log.json',
    'What was pressed while a take was filmed, on its time',
    {
      params: z.object({ id: z.string(), takeId: z.string() }),
      answer: takeLogSchema,
    },
  ),
  film: route('get', '/media/:id/proxy.mp4', 'The copy of a film that plays', { params: id, type: 'video/mp4' }),
  heardSound: route('get', '/media/:id/proxy.m4a', 'The copy of a sound that plays', { params: id, type: 'audio/mp4' }),

  stream: route('get', '/jobs/stream', 'Everything that moves, as server-sent events', { type: 'text/event-stream' }),
  job: route('get', '/jobs/:id', 'How far long work is', { params: id, answer: jobSchema }),
  cancelJob: route('post', '/jobs/:id/cancel', 'Cancel long work', { params: id, body: nothing, answer: jobSchema }),
  retryJob: route('post', '/jobs/:id/retry', 'Try long work again', { params: id, body: nothing, answer: jobSchema }),

  results: route('get', '/results/:versionId', 'What viewers did with a version; 204 where nothing is new', {
    params: z.object({ versionId: z.string() }),
    query: z.object({
      /** The cut that is asked about; `all` for every step over all of them. */
      cut: z.string().max(90).default('full'),
      /** The stamp of what is known already. */
      since: z.string().max(80).optional(),
    }),
    answer: resultsSchema.nullable(),
  }),
  discomfortSeen: route(
    'post',
    '/results/:versionId/discomfort/:viewingId/seen',
    'Take note of a remark of discomfort',
    {
      params: z.object({ versionId: z.uuid(), viewingId: z.uuid() }),
      body: nothing,
    },
  ),

  viewerRecord: route('get', '/follow/viewers/:viewerId', 'Everything that is stored of one viewer’s browser', {
    ...everybody,
    params: z.object({ viewerId: viewerIdSchema }),
    answer: viewerRecordSchema,
  }),
  eraseViewer: route('delete', '/follow/viewers/:viewerId', 'Erase all of it', {
    ...everybody,
    params: z.object({ viewerId: viewerIdSchema }),
  }),
  follow: route('get', '/follow/:token', 'What a link leads to: a published lesson', {
    ...everybody,
    params: token,
    query: z.object({
      /** The version that was begun: the link goes on with it, although it leads to another by now. */
      version: z.uuid().optional().catch(undefined),
    }),
    answer: publishedSchema,
  }),
  sayPhrase: route('post', '/follow/:token/phrase', 'Open a link by its pass phrase, for this browser', {
    ...everybody,
    params: token,
    body: z.object({ phrase: phraseSchema }),
  }),
  followFilm: route('get', '/follow/:token/media/:mediaId/proxy.mp4', 'A film of a published lesson', {
    ...everybody,
    params: medium,
    type: 'video/mp4',
  }),
  followSound: route('get', '/follow/:token/media/:mediaId/proxy.m4a', 'A sound of a published lesson', {
    ...everybody,
    params: medium,
    type: 'audio/mp4',
  }),
  followPoster: route('get', '/follow/:token/media/:mediaId/poster.jpg', 'A still of a published lesson', {
    ...everybody,
    params: medium,
    type: 'image/jpeg',
  }),
  followCaptions: route('get', '/follow/:token/captions.vtt', 'Captions of a published lesson as WebVTT', {
    ...everybody,
    params: token,
    query: z.object({ cut: z.string().default('full') }),
    type: 'text/vtt',
  }),
  sendEvents: route('post', '/follow/:token/events', 'What was played of a published lesson', {
    ...everybody,
    params: token,
    body: batchSchema,
    answer: takenEventsSchema,
    status: 202,
  }),
  sendAnswers: route('post', '/follow/:token/feedback', 'What a viewer says at the end', {
    ...everybody,
    params: token,
    body: answersSchema,
    answer: takenAnswersSchema,
    status: 202,
  }),

  openapi: route('get', '/openapi.json', 'This description', {
    ...everybody,
    answer: z.record(z.string(), z.unknown()),
  }),
} as const satisfies Record<string, Route>;

export type RouteName = keyof typeof ROUTES;
