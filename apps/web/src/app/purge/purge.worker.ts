import { planLinePurge } from '@hephaist/core/purge/line-plan';
import { InputError } from '@hephaist/core/source/problem';
import type { PurgeNews, PurgeTask } from './purge-task';

const tell = (news: PurgeNews): void => postMessage(news);

addEventListener('message', ({ data }: MessageEvent<PurgeTask>) => {
  try {
    const going = (done: number): boolean => {
      tell({ done });
      return true;
    };
    tell({ plan: planLinePurge(data.net, { ...data.wishes, going }) });
  } catch (e) {
    if (!(e instanceof InputError)) throw e;
    tell({ problems: e.problems });
  }
});
