/** A PostgreSQL server that was started for a while. */
export interface StartedPostgres {
  /** Of its own first database. */
  readonly url: string;
  /** Starts it again where it was ended. */
  readonly start: () => Promise<void>;
  readonly end: () => Promise<void>;
  /** Ends it and takes its folder away. */
  readonly close: () => Promise<void>;
}
export declare function startPostgres(): Promise<StartedPostgres>;
export declare function postgresPrograms(): string | null;
