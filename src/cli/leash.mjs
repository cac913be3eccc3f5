// Preloaded into the application.
import { Server } from 'node:http';

// It ends when its supervisor does, so that no orphan keeps the port.
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) process.kill(process.pid, 'SIGTERM');
}, 1000).unref();

// TRACE cannot be made into a request of the web's kind: the framework would fail over it, as if it were its own fault.
const { emit } = Server.prototype;
Server.prototype.emit = function (event, ...args) {
  const [request, response] = args;
  if (event !== 'request' || request.method !== 'TRACE') return emit.call(this, event, ...args);
  response.writeHead(405, { allow: 'GET, HEAD, POST, DELETE', 'content-type': 'application/json' });
  response.end(JSON.stringify({ error: 'TRACE is not answered here.' }));
  return true;
};
