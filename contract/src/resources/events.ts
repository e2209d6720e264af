import { endpoint } from '../endpoint.ts';

export const getEvents = endpoint({
  method: 'GET',
  path: '/events',
  summary: 'Work in the background that is further: an event `work` with its id, each time',
  answer: { type: 'text/event-stream', what: 'Server-sent events, without end' },
});
