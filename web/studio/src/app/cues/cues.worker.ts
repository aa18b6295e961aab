import { answerQuestions } from '../shell/answer-questions';
import { cuesShown } from './cue-question';

/** Derives and places the cues of a lesson away from the screen: of an hour they are thousands. */
answerQuestions(cuesShown);
