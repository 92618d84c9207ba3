// Makes the requests it is given, one a line of JSON, from the network it is started in.
import { request as plain } from 'node:http';
import { request as sealed } from 'node:https';
import { createInterface } from 'node:readline';

function call({ url, method, headers, body, ca, tls }) {
  return new Promise((resolve, reject) => {
    const request = url.startsWith('https:') ? sealed : plain;
    // Held to the address it calls, whatever the Host header says.
    const asked = request(url, { method, headers, ca, agent: false, servername: '', ...tls }, (response) => {
      const parts = [];
      response.on('data', (part) => parts.push(part));
      response.on('error', reject);
      response.on('end', () => {
        const { statusCode: status, headers: said } = response;
        resolve({ status, headers: said, body: Buffer.concat(parts).toString('base64') });
      });
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

for await (const line of createInterface({ input: process.stdin })) {
  const answer = await call(JSON.parse(line)).catch((error) => ({ error: error.code ?? error.message }));
  console.log(JSON.stringify(answer));
}
