import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";

const root = new URL("../..", import.meta.url).pathname;

/** A server of its own on a port of its own, over a data folder that outlives it. */
export class Server {
  private child: ChildProcess | null = null;

  constructor(
    readonly port: number,
    readonly data = mkdtempSync(join(tmpdir(), "fretsaw-e2e-")),
  ) {}

  get address() {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    this.child = spawn(join(root, "src/Fretsaw.Server/bin/Release/net10.0/Fretsaw.Server"), [], {
      cwd: root,
      env: {
        ...process.env,
        Urls: this.address,
        Fretsaw__Data: this.data,
        Fretsaw__Web: join(root, "web/dist"),
        Fretsaw__Engine: join(root, ".fretsaw/engine/wwwroot"),
        Fretsaw__Demo: "true",
      },
      stdio: ["ignore", "pipe", "inherit"],
    });
    await new Promise<void>((resolve, reject) => {
      this.child?.stdout?.on("data", (text: Buffer) => text.toString().includes("Now listening") && resolve());
      this.child?.once("exit", () => reject(new Error("The server did not start.")));
    });
  }

  /** As a power cut would. */
  async kill(): Promise<void> {
    const gone = new Promise((resolve) => this.child?.once("exit", resolve));
    this.child?.kill("SIGKILL");
    await gone;
  }

  film = async (id: string) => (await fetch(`${this.address}/api/films/${id}/film.json`)).json();
}

/** Opens a film and waits for its first fine picture. */
export async function open(page: Page, server: Server, film = ""): Promise<void> {
  await page.goto(film ? `${server.address}/films/${film}` : server.address);
  await painted(page);
}

/** Waits until the stage shows, fully painted, what the engine shows. */
export async function painted(page: Page): Promise<void> {
  await page.waitForFunction(() => window.fretsaw && document.documentElement.dataset.fine === window.fretsaw.shownMark());
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
