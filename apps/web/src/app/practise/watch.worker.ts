import { watchHand } from '@hephaist/core/practise/watch-hand';
import type { WatchNews, WatchTask } from './watch-task';

const tell = (news: WatchNews): void => postMessage(news);

addEventListener('message', ({ data }: MessageEvent<WatchTask>) => {
  tell({ watched: watchHand(data.setup, data.habits, (timeS) => tell({ timeS })) });
});
