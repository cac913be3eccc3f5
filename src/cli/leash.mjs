// Preloaded into the application: it ends when its supervisor does, so that no orphan keeps the port.
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) process.kill(process.pid, 'SIGTERM');
}, 1000).unref();
