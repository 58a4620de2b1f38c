import type { AnswerTo, Method, PathOf } from '@hephaist/contracts/exchange/routes';
import { type NextFunction, type Request, type RequestHandler, type Response, Router } from 'express';

/** Registers what answers at an address; its last handler answers with what the table of routes says, or does not compile. */
type Answers<M extends Method> = <P extends PathOf<M>>(
  path: P,
  ...handlers: [
    ...before: RequestHandler[],
    last: (req: Request, res: Response<AnswerTo<M, P>>, next: NextFunction) => unknown,
  ]
) => void;

/** A router that knows the table of routes. */
export type AnsweringRouter = Omit<Router, 'get' | 'post' | 'put'> &
  RequestHandler & {
    readonly get: Answers<'GET'>;
    readonly post: Answers<'POST'>;
    readonly put: Answers<'PUT'>;
  };

/** A router whose addresses and answers are those of the table. */
export const answering = (): AnsweringRouter => Router();
