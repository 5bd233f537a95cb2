/** What Fretsaw.Browser exports. Text is the JSON of the generated types. */
export interface EngineExports {
  Open(film: string, keys: Float64Array): void;
  Apply(edit: string): string;
  ReadShot(shot: string, keys: Float64Array): void;
  Drawing(index: number): string;
  Frame(view: string, frame: number, draft: boolean, look: string): { slice(): Uint8Array; dispose(): void };
  Ask(question: string): string;
  Work(wish: string): string;
  Begin(gesture: string): void;
  Move(x: number, y: number): void;
  Preview(edit: string): void;
  End(): string;
  Cancel(): void;
  Try(view: string, edit: string): void;
  KeepOnlyDials(): void;
  StopTrying(): void;
  TimeEvaluation(view: string, rounds: number): number;
}

export type Method = keyof EngineExports;
export type Request = { id: number; method: Method; args: unknown[] };
export type Answer = { id: number; value?: unknown; problem?: string };

/** What comes before the first answer: the core is there, or could not be fetched and will not come. */
export type Start = { start: "ready" } | { start: "failed"; problem: string };

export type Response = Answer | Start;
