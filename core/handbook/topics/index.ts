import { emittersTopics } from './emitters';
import { fieldsTopics } from './fields';
import { outputTopics } from './output';
import { thingsTopics } from './things';
import { timeTopics } from './time';
import { toolsTopics } from './tools';
import type { Topic, TopicChapter } from './topic';

/** The topics of the handbook, in the order of its contents. */
export const topicChapters: readonly TopicChapter[] = [
  emittersTopics,
  fieldsTopics,
  thingsTopics,
  timeTopics,
  outputTopics,
  toolsTopics,
];

/** All topics. */
export const topics: readonly Topic[] = topicChapters.flatMap((chapter) => chapter.topics);
