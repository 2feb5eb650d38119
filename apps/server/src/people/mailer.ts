import { Injectable, Logger } from '@nestjs/common';
import nodemailer from 'nodemailer';
import { config } from '../config.js';
import { refuse } from '../http/index.js';

/** A server that does not answer is given up after so long, ms. */
const PATIENCE = 10_000;

/** Sends letters, where an SMTP server is given (KANGA_SMTP); over TLS, unless that server is on this very machine. */
@Injectable()
export class Mailer {
  private readonly mail = config().mail;

  get isThere(): boolean {
    return this.mail !== null;
  }

  /** Refuses where no letter can be sent. */
  private need(): NonNullable<typeof this.mail> {
    if (this.mail) return this.mail;
    throw refuse(
      409,
      'mail.none',
      'No mail can be sent from here',
      'Show the code on the screen; or give an SMTP server where Kanga is started: KANGA_SMTP.',
    );
  }

  /** `write` is asked for the letter only where it can be sent. */
  async send(to: string, write: () => Promise<{ subject: string; text: string }>): Promise<void> {
    const { server, password, from } = this.need();
    const { subject, text } = await write();
    const local = ['127.0.0.1', 'localhost', '[::1]'].includes(server.hostname);
    const transport = nodemailer.createTransport({
      host: server.hostname.replace(/^\[|\]$/g, ''),
      port: Number(server.port || (server.protocol === 'smtps:' ? 465 : 587)),
      secure: server.protocol === 'smtps:',
      requireTLS: !local,
      connectionTimeout: PATIENCE,
      greetingTimeout: PATIENCE,
      socketTimeout: PATIENCE,
      ...(server.username === '' ? {} : { auth: { user: decodeURIComponent(server.username), pass: password } }),
    });
    try {
      await transport.sendMail({ from, to, subject, text });
    } catch (error) {
      new Logger('Kanga').warn(`a letter could not be sent by ${server.host}: ${String(error)}`);
      throw refuse(
        502,
        'mail.failed',
        `The letter could not be sent: ${server.host} did not take it`,
        'Show the code on the screen instead, or look at KANGA_SMTP; the server’s own output says what it answered.',
      );
    } finally {
      transport.close();
    }
  }
}
