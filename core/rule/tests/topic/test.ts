import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** Pages about a topic. */
export interface TopicTest {
  readonly test: 'topic';
  readonly topic: string;
}

/** See {@link TopicTest}. */
export const topic: WhereTestKind<TopicTest> = {
  name: 'topic',
  label: 'pages about a topic',
  parameters: [{ name: 'topic', label: 'Topic', kind: 'short text', help: '', most: 60, from: 'topics' }],
  holds: test => facts => facts.topics.includes(test.topic),
  phrase: test => say`pages about ${test.topic}`,
  keys: test => [`topic ${test.topic}`],
  keysOfPage: facts => facts.topics.map(each => `topic ${each}`),
};
