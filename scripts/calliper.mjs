import { createServer } from 'node:http';
import { WebSocketServer } from 'ws';

/**
 * A calliper to try with, on this machine alone: a page whose readings go out as JSON over a
 * WebSocket, such as {"value": 8.03, "unit": "mm"}. A real one that types its readings like a
 * keyboard needs nothing of this.
 */

const port = Number(process.argv[2] ?? 4390);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  console.error(`“${process.argv[2]}” is no port: it is a whole number from 1 to 65535.`);
  process.exit(1);
}

const PAGE = `<!doctype html>
<html lang="en">
  <meta charset="utf-8" />
  <title>A calliper to try with</title>
  <style>
    body { font: 18px/1.5 sans-serif; margin: 3rem auto; max-width: 28rem; }
    input[type='text'] { font-size: 2.5rem; width: 9rem; text-align: right; }
    input[type='range'] { width: 100%; }
    button { font-size: 1.2rem; padding: 0.5rem 1.5rem; }
  </style>
  <h1>A calliper to try with</h1>
  <form>
    <p><input type="text" name="value" value="8.03" inputmode="decimal" aria-label="Reading" />
      <select name="unit" aria-label="Unit"><option>mm</option><option>in</option></select></p>
    <p><input type="range" name="jaws" min="0" max="150" step="0.01" value="8.03" aria-label="Jaws" /></p>
    <p><button>Send</button> <span role="status"></span></p>
  </form>
  <script>
    const form = document.querySelector('form');
    form.jaws.addEventListener('input', () => (form.value.value = form.jaws.value));
    form.addEventListener('submit', async (event) => {
      event.preventDefault();
      const reading = { value: Number(form.value.value.replace(',', '.')), unit: form.unit.value };
      const answer = await fetch('/send', { method: 'POST', body: JSON.stringify(reading) });
      document.querySelector('[role=status]').textContent = await answer.text();
    });
  </script>
</html>`;

/** Only pages of this machine may listen: a reading is nobody else’s. */
const isOwn = (origin) =>
  !origin || ['127.0.0.1', 'localhost', '[::1]'].includes(new URL(origin).hostname);
const MOST = 1000;

const server = createServer((request, response) => {
  if (request.method === 'POST' && request.url === '/send' && isOwn(request.headers.origin)) {
    let body = '';
    request.on('data', (part) => {
      body += part;
      if (body.length > MOST) request.destroy();
    });
    request.on('end', () => {
      for (const client of sockets.clients) client.send(body);
      response.end(sockets.clients.size ? 'Sent.' : 'Nobody listens yet.');
    });
    return;
  }
  response.setHeader('Content-Type', 'text/html; charset=utf-8');
  response.end(PAGE);
});
const sockets = new WebSocketServer({
  server,
  maxPayload: MOST,
  verifyClient: ({ origin }) => isOwn(origin),
});
server.on('error', ({ message }) => {
  console.error(`The calliper can’t listen on port ${port}: ${message}`);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () =>
  console.log(`A calliper to try with is at http://127.0.0.1:${port}/`),
);
