/**
 * The server in the bench: what others wait while one account does its worst, against the same requests to an idle server; how late its event loop
 * is; and how many authors may save at once.
 */
import { spawn } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { createServer } from "node:http";
import { availableParallelism, tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "./build.mjs";

const root = fileURLToPath(new URL("..", import.meta.url));
const SECONDS = 20;
const EDITORS = 200;

/** A server of its own on a port that is free. */
async function served() {
  const folder = mkdtempSync(join(tmpdir(), "bench-"));
  const child = spawn("node", ["server/dist/main.js"], {
    cwd: root,
    env: { ...process.env, PORT: "0", DEMO: "0", DATABASE_URL: `file:${join(folder, "bench.db")}`, LOG_LEVEL: "error", SIGN_IN_ATTEMPTS: "100000" },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const origin = await new Promise((resolve, reject) => {
    child.stdout.on("data", (data) => {
      const ready = /ready at (http:\S+)/.exec(String(data));
      if (ready) resolve(ready[1]);
    });
    child.on("exit", (status) => reject(new Error(`the server ended with ${status}`)));
  });
  return { origin, end: () => child.kill("SIGKILL") };
}

let people = process.pid * 1000;

/** Someone who has signed up: a function that asks. */
async function account(origin) {
  people += 1;
  const asked = async (method, path, content, headers = {}) => {
    const body = content === undefined ? {} : { body: JSON.stringify(content) };
    const response = await fetch(origin + path, { method, headers: { "content-type": "application/json", cookie: asked.cookie ?? "", ...headers }, ...body });
    const cookie = response.headers.get("set-cookie");
    if (cookie) asked.cookie = cookie.split(";")[0];
    const text = await response.text();
    return { status: response.status, text, json: () => JSON.parse(text) };
  };
  await asked("POST", "/api/accounts", { name: "Bench", email: `bench${people}@saltmere.example`, password: "a long password" });
  return asked;
}

async function newProblem(asked) {
  const set = (await asked("POST", "/api/sets", { title: "Bench" })).json();
  const problem = (await asked("POST", `/api/sets/${set.id}/problems`, { title: "Bench" })).json();
  return { set, problem };
}

/** Reads and saves in turn until the time is over; milliseconds of each. */
async function author(asked, until) {
  const { set, problem } = await newProblem(asked);
  const [reads, saves] = [[], []];
  let { version } = problem;
  while (Date.now() < until) {
    const begun = performance.now();
    await asked("GET", `/api/sets/${set.id}`);
    reads.push(performance.now() - begun);
    const middle = performance.now();
    const { status } = await asked("PUT", `/api/problems/${problem.id}`, { version, title: "Bench", statement: `At ${middle}.`, working: ["solve x^2 = 4"] });
    if (status === 200) version += 1;
    else throw new Error(`a save was answered with ${status}`);
    saves.push(performance.now() - middle);
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  return { reads, saves };
}

const at = (values, share) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0;

/** What an account may do that costs most: long and deep files, large saves, slow sets to publish, all at once and again and again. */
async function attack(asked, until) {
  const files = [
    `# a${" ".repeat(100_000)}b`,
    `# T\n${"## P\n".repeat(100_000)}`,
    `---\n${Array.from({ length: 1500 }, (_, k) => `k${k}: ${k}`).join("\n")}\n---\n# T`,
    `# T\n${Array.from({ length: 150 }, (_, k) => `## P${k}\n\n\`\`\`working\n${"solve x^2 = 2\n".repeat(250)}\`\`\`\n`).join("")}`,
    `# T\n## P\n${"*[`$x$".repeat(15_000)}`,
  ];
  const slow = (
    await asked("POST", "/api/sets/import", {
      file: `# S\n${"## P\n\n```working\nsolve x^7 - 3x^3 + sin(x) e^x = tan(x^2) for x in [0, 40]\nsolve x^x = sin(x) + 5\n```\n".repeat(12)}`,
    })
  ).json();
  const { problem } = await newProblem(asked);
  const repeated = async (work) => {
    while (Date.now() < until) await work().catch(() => undefined);
  };
  const importing = files.map((file) =>
    repeated(async () => {
      const { status, text } = await asked("POST", "/api/sets/import", { file });
      if (status === 201) await asked("DELETE", `/api/sets/${JSON.parse(text).id}`);
    }),
  );
  const publishing = [1, 2].map(() =>
    repeated(async () => {
      const { status } = await asked("POST", `/api/sets/${slow.id}/publications`, { kind: "worked" }, { prefer: "respond-async" });
      if (status === 429) await new Promise((resolve) => setTimeout(resolve, 500));
    }),
  );
  const statement = "x".repeat(99_000);
  const working = Array.from({ length: 300 }, () => "y".repeat(3900));
  let { version } = problem;
  const saving = [1, 2, 3].map(() =>
    repeated(async () => {
      const { status, text } = await asked("PUT", `/api/problems/${problem.id}`, { version, title: "W", statement, working });
      const answer = JSON.parse(text);
      version = status === 200 ? answer.version : (answer.error?.current?.version ?? version);
    }),
  );
  await Promise.all([...importing, ...publishing, ...saving]);
}

/** A measure that the server shows. */
async function measure(origin, name) {
  const text = await (await fetch(`${origin}/metrics`)).text();
  return Number(new RegExp(`^${name} (\\S+)`, "m").exec(text)?.[1]);
}

const row = (name, own, other, against) =>
  console.log(`${name.padEnd(60)} ${(own / 1000).toExponential(2).padStart(10)} ${(own / other).toPrecision(3).padStart(10)}  ${against}`);

/** What another author waits while one account does its worst. */
async function underAttack() {
  const server = await served();
  try {
    const victim = await account(server.origin);
    await author(victim, Date.now() + 3000);
    const idle = await author(victim, Date.now() + 5000);
    const until = Date.now() + SECONDS * 1000;
    await fetch(`${server.origin}/metrics`);
    // The attacker is a process of its own: its work is not the victim's.
    const attacker = spawn("node", [fileURLToPath(import.meta.url), "attack", server.origin, String(until)], { stdio: "inherit" });
    const attacking = new Promise((resolve) => attacker.once("exit", resolve));
    const busy = await author(victim, until);
    const delay = (await measure(server.origin, "nodejs_eventloop_lag_p99_seconds")) * 1000;
    await attacking;
    for (const kind of ["reads", "saves"])
      for (const [name, share] of [
        ["half of", 0.5],
        ["95 of 100", 0.95],
      ])
        row(`${kind} under attack, ${name} ${busy[kind].length}`, at(busy[kind], share), at(idle[kind], share), "the same on an idle server");
    console.log(`${"lateness of the event loop under attack, 99 of 100".padEnd(60)} ${(delay / 1000).toExponential(2).padStart(10)}`);
  } finally {
    server.end();
  }
}

/** Authors who save once a second, against a bare server that answers the same number of bytes. */
async function editors() {
  const server = await served();
  const bare = createServer((request, response) => {
    request.resume().on("end", () => response.writeHead(200, { "content-type": "application/json" }).end('{"version":1}'));
  });
  await new Promise((resolve) => bare.listen(0, resolve));
  try {
    const asked = [];
    for (let k = 0; k < EDITORS; k++) asked.push(await account(server.origin));
    const problems = await Promise.all(asked.map(newProblem));
    const saved = [];
    const before = await measure(server.origin, "process_cpu_seconds_total");
    const compared = [];
    await Promise.all(
      problems.map(async ({ problem }, k) => {
        await new Promise((resolve) => setTimeout(resolve, Math.random() * 1000));
        for (let version = 1; version <= 10; version++) {
          const begun = performance.now();
          const content = {
            version,
            title: "Bench",
            statement: `Line ${version}. ${"words ".repeat(80)}`,
            working: ["solve x^2 = 4", "expect x = 2 or x = -2"],
          };
          const { status } = await asked[k]("PUT", `/api/problems/${problem.id}`, content);
          if (status !== 200) throw new Error(`a save was answered with ${status}`);
          const took = performance.now() - begun;
          saved.push(took);
          const middle = performance.now();
          await fetch(`http://127.0.0.1:${bare.address().port}/`, { method: "PUT", body: JSON.stringify(content) });
          compared.push(performance.now() - middle);
          await new Promise((resolve) => setTimeout(resolve, Math.max(0, 1000 - (performance.now() - begun))));
        }
      }),
    );
    const work = (await measure(server.origin, "process_cpu_seconds_total")) - before;
    row(`${EDITORS} editors that save once a second, half of ${saved.length}`, at(saved, 0.5), at(compared, 0.5), "a bare server in the same second");
    console.log(`${"processor time of one save".padEnd(60)} ${(work / saved.length).toExponential(2).padStart(10)}`);
    row(`${EDITORS} editors that save once a second, 95 of 100`, at(saved, 0.95), at(compared, 0.95), "a bare server in the same second");
  } finally {
    server.end();
    bare.close();
  }
}

/** The files of the application, against a bare server that sends the same bytes. */
async function files() {
  const folder = join(root, "web/dist/assets");
  const packed = readdirSync(folder).filter((name) => name.endsWith(".js.gz"));
  const largest = packed.map((name) => ({ name, bytes: readFileSync(join(folder, name)) })).sort((a, b) => b.bytes.length - a.bytes.length)[0];
  const server = await served();
  const bare = createServer((_request, response) => response.writeHead(200, { "content-encoding": "gzip" }).end(largest.bytes));
  await new Promise((resolve) => bare.listen(0, resolve));
  const took = async (address) => {
    const begun = performance.now();
    await (await fetch(address, { headers: { "accept-encoding": "gzip" } })).arrayBuffer();
    return performance.now() - begun;
  };
  try {
    const [own, other] = [[], []];
    for (let k = 0; k < 300; k++) {
      own.push(await took(`${server.origin}/assets/${largest.name.slice(0, -".gz".length)}`));
      other.push(await took(`http://127.0.0.1:${bare.address().port}/`));
    }
    row(`a file of ${Math.round(largest.bytes.length / 1000)} kB of the application`, at(own, 0.5), at(other, 0.5), "a bare server with the same bytes");
  } finally {
    server.end();
    bare.close();
  }
}

export async function serverBench() {
  await build(["server", "web"]);
  console.log(`\nthe server on ${availableParallelism()} cores                                        seconds      ratio  against`);
  await underAttack();
  await editors();
  await files();
}

const [, script, role, origin, until] = process.argv;
if (script === fileURLToPath(import.meta.url)) await (role === "attack" ? attack(await account(origin), Number(until)) : serverBench());
