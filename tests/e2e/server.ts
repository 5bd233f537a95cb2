import { type ChildProcess, spawn } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { atTheHorn } from "./test";

const root = new URL("../..", import.meta.url).pathname;

/** The port that servers of a run have one after another: to the browser they are one, and it keeps what it has compiled. */
const usual = { port: 0, taken: false };

/** A server of its own, over a data folder that outlives it. */
export class Server {
  private child: ChildProcess | null = null;
  private port = 0;
  private data = "";

  get address() {
    return addressOf(this.port);
  }

  /** The first time on a free port, with the demo; after a kill on the same, so that open pages find it again. */
  async start(): Promise<void> {
    if (this.data === "") {
      this.data = newFolder();
      cpSync(await (seeded ??= seed()), this.data, { recursive: true });
    }
    this.port ||= await port();
    this.child = await launch(this.port, this.data);
  }

  /** As a power cut would. */
  async kill(): Promise<void> {
    await kill(this.child);
  }

  /** For good: nothing of it is left. */
  async end(): Promise<void> {
    await this.kill();
    if (this.port === usual.port) usual.taken = false;
    rmSync(this.data, { recursive: true, force: true });
    this.data = "";
  }

  film = async (id: string) => (await fetch(`${this.address}/api/films/${id}/film.json`)).json();
}

const newFolder = () => mkdtempSync(join(tmpdir(), "fretsaw-e2e-"));
const addressOf = (port: number) => `http://127.0.0.1:${port}`;

/** A folder with the demo in it, which is made once: making it takes longer than all else that a server does at its start. */
let seeded: Promise<string> | null = null;

async function seed(): Promise<string> {
  const folder = newFolder();
  process.once("exit", () => rmSync(folder, { recursive: true, force: true }));
  await kill(await launch(await freePort(), folder));
  return folder;
}

/** Ready when it listens. */
async function launch(port: number, data: string): Promise<ChildProcess> {
  const child = spawn(join(root, "src/Fretsaw.Server/bin/Release/net10.0/Fretsaw.Server"), [], {
    cwd: root,
    env: {
      ...process.env,
      Urls: addressOf(port),
      Fretsaw__Data: data,
      Fretsaw__Web: join(root, "web/dist"),
      Fretsaw__Engine: join(root, ".fretsaw/engine/wwwroot"),
      Fretsaw__Demo: "true",
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  await new Promise<void>((resolve, reject) => {
    child.stdout.on("data", (text: Buffer) => text.toString().includes("Now listening") && resolve());
    child.once("exit", () => reject(new Error("The server did not start.")));
  });
  return child;
}

async function kill(child: ChildProcess | null): Promise<void> {
  const gone = new Promise((resolve) => child?.once("exit", resolve));
  child?.kill("SIGKILL");
  await gone;
}

async function port(): Promise<number> {
  if (usual.taken) return freePort();
  usual.taken = true;
  usual.port ||= await freePort();
  return usual.port;
}

const freePort = () =>
  new Promise<number>((resolve, reject) => {
    const asked = createServer();
    asked.once("error", reject);
    asked.listen(0, "127.0.0.1", () => {
      const address = asked.address();
      asked.close(() => resolve(typeof address === "object" && address !== null ? address.port : 0));
    });
  });

/** Opens a film and waits for its first fine picture. */
export async function open(page: Page, server: Server, film = ""): Promise<void> {
  const path = film ? `/films/${film}` : "/";
  if (page.url().startsWith(`${server.address}/`)) {
    await page.evaluate(() => window.fretsaw.close());
    await page.evaluate(atTheHorn);
    await page.evaluate(async (path) => {
      history.replaceState(null, "", path);
      await window.fretsaw.open();
    }, path);
  } else await page.goto(server.address + path);
  await painted(page);
}

/** Makes a film from the page of all films, and waits until it is open. */
export async function newFilm(page: Page): Promise<void> {
  await page.keyboard.press("Shift+g");
  await page.getByRole("button", { name: "New film", exact: true }).click();
  await page.waitForFunction(() => window.fretsaw.state().film.name.startsWith("New film") && !window.fretsaw.state().filmsOpen);
}

/** Waits until the stage shows, fully painted, what the engine shows at this place, shot and frame, with its handles. */
export async function painted(page: Page): Promise<void> {
  await page.waitForFunction(
    () =>
      window.fretsaw &&
      document.documentElement.dataset.fine === window.fretsaw.shownMark() &&
      document.querySelector("[data-late=true]") === null,
  );
}

/** Waits until everything that was done is kept. */
export async function kept(page: Page, edits: number): Promise<void> {
  await page.waitForFunction((n) => window.fretsaw.state().edits >= n && window.fretsaw.state().kept === "kept", edits);
}

export const edits = (page: Page) => page.evaluate(() => window.fretsaw.state().edits);

/** Does something that makes exactly one edit, and waits until it is kept. */
export async function oneEdit(page: Page, act: () => Promise<unknown>): Promise<void> {
  const before = await edits(page);
  await act();
  await kept(page, before + 1);
}

/** Unfolds a section of the details, where it is folded away. */
export async function unfold(page: Page, title: string): Promise<void> {
  const heading = page.getByRole("complementary", { name: "Details" }).getByRole("button", { name: new RegExp(`^${title}`) });
  if ((await heading.getAttribute("aria-expanded")) === "false") await heading.click();
}

/** A new film with a drawing that the demo did not bring, of so many parts; its id. */
export async function filmOf(page: Page, server: Server, name: string, svg: string, parts: number): Promise<string> {
  await open(page, server);
  await newFilm(page);
  const file = { name, mimeType: "image/svg+xml", buffer: Buffer.from(svg) };
  await page.locator('input[type="file"][accept*=".ora"]').first().setInputFiles(file);
  await page.getByText(`${name}: ${parts} parts`).waitFor();
  return page.evaluate(() => window.fretsaw.state().filmId);
}
