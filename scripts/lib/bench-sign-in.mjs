import { demoSignIn } from './server.mjs';

/** Signs somebody with the demo's password in; answers the cookie. @param {string} address of the server @param {string} email */
export async function signIn(address, email) {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...demoSignIn, email }),
  });
  if (!answer.ok) throw new Error(`sign-in answered ${answer.status}`);
  return (answer.headers.getSetCookie()[0] ?? '').split(';')[0] ?? '';
}
