import { largestBodyBytes } from '@jocund/contract';
import express, { type RequestHandler } from 'express';

/** An address, a password, the name of a studio: more nobody sends who is not signed in. */
export const strangersBodyBytes = 16_384;

const ofMembers: RequestHandler = express.json({ limit: largestBodyBytes });
const ofStrangers: RequestHandler = express.json({ limit: strangersBodyBytes });

/** Reads a body of JSON; how large it may be depends on whether somebody is signed in. */
export const bodyReader: RequestHandler = (request, response, next) => {
  const read = request.session.who ? ofMembers : ofStrangers;
  read(request, response, next);
};
