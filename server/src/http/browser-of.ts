import Bowser from 'bowser';
import type { Request } from 'express';

const unknown = 'An unknown browser';

/** The browser that asks, as its owner would name it: "Firefox on Linux". */
export function browserOf(request: Request): string {
  const agent = (request.get('user-agent') ?? '').slice(0, 500);
  if (agent === '') return unknown;
  const { browser, os } = Bowser.parse(agent);
  if (!browser.name) return unknown;
  return os.name ? `${browser.name} on ${os.name}` : browser.name;
}
