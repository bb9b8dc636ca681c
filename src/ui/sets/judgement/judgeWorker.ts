import { betterOrder } from '@/core/advice/setlist';
import { loadsAlong, perform } from '@/core/playing/performance';
import type { Question } from './judge';

const answer = (question: Question) =>
  question.of === 'order'
    ? betterOrder(question.songs)
    : question.songs.map(({ map, timeline }) =>
        loadsAlong(perform(map, timeline, question.layout), timeline.seconds).map(
          ({ limb, strokes, longest }) => ({ limb, strokes, longest }),
        ),
      );

self.onmessage = ({ data }: MessageEvent<Question>) => self.postMessage(answer(data));
