import { combinedAlong, curvesAlong } from '../../../core/measure/along';
import { Census, type CensusEntry } from '../../../core/measure/census';
import { stepAdvice } from '../../../core/measure/health';
import { ledgerOf } from '../../../core/measure/ledger';
import { profileAlong } from '../../../core/measure/profile-along';
import type { Assets } from '../../../core/document/assets';
import { WHOLE } from '../../../core/sim/step/run';
import { Simulation } from '../../../core/sim/step/simulation';
import { startKernelBackend } from '../../../kernel/use-kernel';
import type { Answer, FromSounder, Job, Sort, ToSounder } from './jobs';
import { takeSlice } from './take-slice';
import { messageOf } from '../../../core/lib/errors';

/** A thread that measures. One order at a time; a long one is broken off by ending the thread. */
let assets: Assets = new Map();
const { backend, refused } = startKernelBackend();
const post = (message: FromSounder) => postMessage(message);

function take(order: Job, number: number): Answer<Sort> {
  const onFrame = (frame: number) => {
    post({ type: 'progress', number, frame });
    return true;
  };
  switch (order.sort) {
    case 'slice':
      return takeSlice(order, assets, () => performance.now(), backend);
    case 'profile':
      return profileAlong(order.scene, assets, order.subject, order, order.frame, order.pretended, backend);
    case 'line':
      return curvesAlong(order.scene, assets, order.line, order.frame, order.pretended, backend);
    case 'rules':
      return combinedAlong(
        order.scene,
        assets,
        order.ids,
        order.line,
        order.frame,
        order.pretended,
        order.limits,
        backend,
      );
    case 'ledger':
      return ledgerOf(order.scene, assets, order.account, order.through, onFrame, backend);
    case 'health':
      return stepAdvice(
        order.scene,
        assets,
        { ...WHOLE, draftFraction: order.draftFraction },
        order.through,
        onFrame,
        backend,
      );
    case 'census':
      return censusOf(order, onFrame);
  }
}

function censusOf(
  { scene, options, draftFraction, through }: Job<'census'>,
  onFrame: (frame: number) => boolean,
): CensusEntry[] {
  const run = new Simulation(scene, assets, { portion: { ...WHOLE, draftFraction }, backend });
  const census = new Census(scene, assets, options, backend);
  const entries: CensusEntry[] = [];
  for (;;) {
    if (run.frame >= scene.time.first) entries.push(census.take(run));
    onFrame(run.frame);
    if (run.frame >= through) return entries;
    run.advance();
  }
}

addEventListener('message', ({ data }: MessageEvent<ToSounder>) => {
  if (data.type === 'assets') {
    assets = data.assets;
    return;
  }
  const { number, order } = data;
  try {
    if (refused !== undefined) throw new Error(refused);
    post({ type: 'answer', number, answer: take(order, number) });
  } catch (error) {
    post({ type: 'refused', number, message: messageOf(error) });
  }
});
