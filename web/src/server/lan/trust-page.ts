import { createHash, X509Certificate } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';

/** One row of a drawn phone: its words, and what the finger does there. */
interface Row {
  readonly words: string;
  readonly does?: 'tap' | 'switch';
}
interface Step {
  readonly says: string;
  readonly title: string;
  readonly rows: readonly Row[];
}

const tap = (words: string): Row => ({ words, does: 'tap' });
const PHONES: ReadonlyArray<{ readonly id: string; readonly name: string; readonly steps: readonly Step[] }> = [
  {
    id: 'iphone',
    name: 'iPhone or iPad, in Safari',
    steps: [
      {
        says: 'Tap “Take the certificate” above, then Allow.',
        title: 'Download a profile?',
        rows: [tap('Allow')],
      },
      {
        says: 'Open Settings. At the top it says “Profile Downloaded”: tap it, then Install.',
        title: 'Settings',
        rows: [tap('Profile Downloaded'), { words: 'Wi-Fi' }, { words: 'General' }],
      },
      {
        says: 'Settings, General, About, at the very bottom: Certificate Trust Settings. Switch “Stride Chalk” on.',
        title: 'Certificate Trust Settings',
        rows: [{ words: 'Stride Chalk at …', does: 'switch' }],
      },
    ],
  },
  {
    id: 'android',
    name: 'Android, in Chrome',
    steps: [
      {
        says: 'Tap “Take the certificate” above. It is among the downloads now.',
        title: 'Downloads',
        rows: [tap('stride-chalk.crt')],
      },
      {
        says: 'Open Settings and search for “CA certificate”. It lies under Security, Encryption and credentials, Install a certificate.',
        title: 'Install a certificate',
        rows: [tap('CA certificate'), { words: 'VPN and app certificate' }, { words: 'Wi-Fi certificate' }],
      },
      {
        says: 'Tap “Install anyway”, and choose stride-chalk.crt.',
        title: 'Your data …',
        rows: [tap('Install anyway'), { words: 'Don’t install' }],
      },
    ],
  },
];

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** A phone as a few chalk lines, with what to touch in clay. */
function phone({ title, rows, says }: Step): string {
  const row = (r: Row, i: number): string => {
    const y = 74 + 44 * i;
    const chosen = r.does !== undefined;
    const words = `<text x="30" y="${y + 25}" font-size="13" fill="${chosen ? '#fff' : '#2a1e17'}">${escaped(r.words)}</text>`;
    const mark =
      r.does === 'switch'
        ? `<rect x="172" y="${y + 10}" width="34" height="20" rx="10" fill="#fff"/><circle cx="196" cy="${y + 20}" r="8" fill="#9b3a1d"/>`
        : r.does === 'tap'
          ? `<circle cx="200" cy="${y + 20}" r="9" fill="none" stroke="#fff" stroke-width="2.5"/><circle cx="200" cy="${y + 20}" r="3" fill="#fff"/>`
          : '';
    return `<rect x="18" y="${y}" width="204" height="38" rx="3" fill="${chosen ? '#9b3a1d' : '#e6decd'}"/>${words}${mark}`;
  };
  return `<svg viewBox="0 0 240 206" role="img" aria-label="${escaped(says)}"><path d="M8 206V22a14 14 0 0 1 14-14h196a14 14 0 0 1 14 14v184" fill="#fffef9" stroke="#2a1e17" stroke-width="3"/><path d="M96 20h48" stroke="#2a1e17" stroke-width="4" stroke-linecap="round"/><text x="20" y="54" font-size="14" font-weight="700" fill="#2a1e17">${escaped(title)}</text>${rows.map(row).join('')}</svg>`;
}

const STYLE = `
:root{color-scheme:light}
body{margin:0;background:#f4efe2;color:#2a1e17;font:18px/1.45 system-ui,sans-serif}
main{max-width:760px;margin:0 auto;padding:20px}
h1{font-size:30px;line-height:1.15;margin:0 0 8px}
h2{font-size:22px;margin:32px 0 8px;border-top:2px solid #2a1e17;padding-top:12px}
a.do{display:flex;align-items:center;justify-content:center;min-height:56px;margin:12px 0;background:#9b3a1d;color:#fff;font-weight:700;text-decoration:none;border-radius:3px}
a.go{background:none;color:#2a1e17;border:2px solid #2a1e17}
ol{margin:0;padding:0;list-style:none;display:grid;grid-template-columns:repeat(auto-fill,minmax(210px,1fr));gap:20px}
svg{display:block;width:100%;font-family:system-ui,sans-serif}
li b{font-size:22px}
code{font-size:17px;word-break:break-all}
p{margin:8px 0}
`;

/**
 * The short mark by which a helper sees that the page is the laptop's own: the first four pairs of the fingerprint.
 *
 * @example shortMark('3F:A2:19:C4:00') // '3F A2 19 C4'
 */
export const shortMark = (fingerprint: string): string => fingerprint.split(':').slice(0, 4).join(' ');

/** The page that tells how to trust this laptop, in pictures. */
function trustPage(options: { readonly mark: string; readonly address: string }): string {
  const { mark, address } = options;
  const phones = PHONES.map(
    ({ id, name, steps }) =>
      `<h2 id="${id}">${escaped(name)}</h2><ol>${steps
        .map((s, i) => `<li>${phone(s)}<p><b>${i + 1}</b> ${escaped(s.says)}</p></li>`)
        .join('')}</ol>`,
  ).join('');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Trust this laptop: Stride Chalk</title><style>${STYLE}</style></head><body><main><h1>This phone and the laptop of the camp</h1><p>Films of children travel from this phone to the laptop. So that nobody between can read them, the phone has to know the laptop. Once for each phone, two minutes.</p><p>The laptop’s mark is <code>${mark}</code>. It stands on the laptop’s own screen too. Another mark: do not go on, and ask the lead.</p><a class="do" href="/stride-chalk.crt">Take the certificate</a>${phones}<h2 id="then">Then</h2><p>What this phone trusts by it: this laptop, by its own name and in private networks, and nothing else. After the camp it can be taken out in the same place.</p><a class="do go" href="${escaped(address)}">Open Stride Chalk</a></main></body></html>`;
}

const POLICY = `default-src 'none'; style-src 'sha256-${createHash('sha256').update(STYLE).digest('base64')}'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'`;

/**
 * What plain HTTP answers on the network: the page, and the certificate of the authority. Nothing else is there, whatever is asked.
 *
 * @param authority its certificate in PEM; phones take the binary form
 * @param httpsPort where the product is
 */
export function answerPlainly(
  request: IncomingMessage,
  response: ServerResponse,
  { authority, httpsPort }: { readonly authority: string; readonly httpsPort: number },
): void {
  const certificate = new X509Certificate(authority);
  response.setHeader('content-security-policy', POLICY);
  response.setHeader('x-content-type-options', 'nosniff');
  response.setHeader('referrer-policy', 'no-referrer');
  response.setHeader('cache-control', 'no-store');
  const path = request.url?.split('?')[0];
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    response.writeHead(405, { allow: 'GET, HEAD' }).end();
  } else if (path === '/stride-chalk.crt') {
    response.writeHead(200, { 'content-type': 'application/x-x509-ca-cert' }).end(certificate.raw);
  } else if (path === '/') {
    const host = /^[a-z0-9.-]+/i.exec(request.headers.host ?? '')?.[0] ?? '127.0.0.1';
    response
      .writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
      .end(trustPage({ mark: shortMark(certificate.fingerprint256), address: `https://${host}:${httpsPort}/` }));
  } else {
    response
      .writeHead(404, { 'content-type': 'text/plain; charset=utf-8' })
      .end('Here is only the page that tells how to trust this laptop: /');
  }
}
