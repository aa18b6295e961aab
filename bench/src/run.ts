import { align } from './align';
import { assembly } from './assembly';
import { cueLayer } from './cue-layer';
import { cues } from './cues';
import { editing } from './editing';
import { firstLoad } from './first-load';
import { intake } from './intake';
import { footage } from './footage';
import { judgement } from './judgement/judgement';
import { keeping } from './keeping';
import { lesson } from './lesson';
import { moments } from './moments';
import { learned } from './learned';
import { narration } from './narration';
import { plan } from './plan';
import { pressing } from './presses';
import { prompter } from './prompter';
import { proposing } from './propose';
import { render } from './render';
import { results } from './results';
import { saidAndDone } from './said-done';
import { seams } from './seams';
import { sharing } from './sharing';
import { sheet } from './sheet';
import { Studio } from './studio';
import { uploading } from './upload';

/** All benchmarks, or those whose names are given. One line each. */
const wanted = process.argv.slice(2);
const wants = (name: string): boolean => wanted.length === 0 || wanted.includes(name);

if (wants('lesson')) await lesson();
if (wants('plan')) await plan();
if (wants('assembly')) await assembly();
if (wants('cues')) await cues();
if (wants('narration')) await narration();
if (wants('learned')) learned();
if (wants('judgement')) judgement();
if (wants('render')) await render();
if (wants('footage')) await footage();
if (wants('align')) await align();
if (wants('propose')) await proposing();
if (wants('presses')) pressing();
if (wants('said-done')) saidAndDone();
if (wants('sharing')) await sharing();
if (wants('first-load')) firstLoad();
if (
  ['editing', 'seams', 'sheet', 'moments', 'prompter', 'cue-layer', 'intake', 'upload', 'results', 'keeping'].some(
    wants,
  )
) {
  const studio = await Studio.open();
  if (wants('editing')) await editing(studio);
  if (wants('seams')) await seams(studio);
  if (wants('sheet')) await sheet(studio);
  if (wants('moments')) await moments(studio);
  if (wants('prompter')) await prompter(studio);
  if (wants('cue-layer')) await cueLayer(studio);
  if (wants('intake')) await intake(studio);
  if (wants('upload')) await uploading(studio);
  if (wants('results')) await results(studio);
  if (wants('keeping')) await keeping(studio);
  await studio.database.end();
}
