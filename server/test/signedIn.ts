import type { CommandPayload, CommandType, SessionState } from '@anklet/contract'
import type { Express } from 'express'
import request from 'supertest'

/** Somebody signed in on a browser of their own. */
export class SignedIn {
  readonly cookie: string
  private readonly token: string

  constructor(
    private readonly app: Express,
    answer: request.Response,
    readonly personId: string,
  ) {
    this.cookie = answer.get('set-cookie')![0]!.split(';')[0]!
    this.token = (answer.body as SessionState).token!
  }

  get(path: string): request.Test {
    return request(this.app).get(path).set('cookie', this.cookie)
  }

  post(path: string, body: object): request.Test {
    return request(this.app)
      .post(path)
      .set({ cookie: this.cookie, 'x-anklet-page': this.token })
      .send(body)
  }

  /** Sends a command; whatever is left out is filled in. */
  send<Name extends CommandType>(
    type: Name,
    payload: CommandPayload<Name>,
    envelope: Record<string, unknown> = {},
  ): request.Test {
    return this.post('/api/commands', {
      id: crypto.randomUUID(),
      type,
      person: this.personId,
      device: 'test',
      at: '2026-11-24T18:00:00Z',
      baseVersion: null,
      payload,
      ...envelope,
    })
  }
}
