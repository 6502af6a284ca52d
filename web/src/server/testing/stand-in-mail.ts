import { createServer, type Socket } from 'node:net';
import type { AddressInfo } from 'node:net';

/** A mail service on loopback that speaks as much of RFC 5321 as a message needs. */
export interface StandInMail {
  readonly port: number;
  /** What it has taken: the recipient and the text as it came. */
  readonly taken: Array<{ to: string; text: string }>;
  /** True: it knows no recipient. */
  refuses: boolean;
  end(): Promise<void>;
}

export async function standInMail(): Promise<StandInMail> {
  const taken: StandInMail['taken'] = [];
  const state = { refuses: false };
  const talk = (socket: Socket): void => {
    let to = '';
    let data: string | null = null;
    let rest = '';
    socket.write('220 stand-in\r\n');
    socket.on('error', () => socket.destroy());
    socket.on('data', (chunk) => {
      rest += chunk.toString();
      for (let end = rest.indexOf('\r\n'); end >= 0; end = rest.indexOf('\r\n')) {
        const line = rest.slice(0, end);
        rest = rest.slice(end + 2);
        if (data !== null) {
          if (line === '.') {
            taken.push({ to, text: data });
            data = null;
            socket.write('250 taken\r\n');
          } else data += `${line}\n`;
        } else if (/^(EHLO|HELO|MAIL)/.test(line)) socket.write('250 well\r\n');
        else if (line.startsWith('RCPT')) {
          to = /<(.*)>/.exec(line)![1]!;
          socket.write(state.refuses ? '550 nobody here\r\n' : '250 well\r\n');
        } else if (line === 'DATA') {
          data = '';
          socket.write('354 go on\r\n');
        } else {
          socket.write('221 bye\r\n');
          if (line === 'QUIT') socket.end();
        }
      }
    });
  };
  const service = createServer(talk);
  await new Promise<void>((resolve) => service.listen(0, '127.0.0.1', resolve));
  return {
    port: (service.address() as AddressInfo).port,
    taken,
    get refuses() {
      return state.refuses;
    },
    set refuses(value) {
      state.refuses = value;
    },
    end: () => new Promise<void>((resolve) => service.close(() => resolve())),
  };
}
