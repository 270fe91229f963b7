/** As much of the package as the tests use. */
declare module 'irc-framework' {
  export class Client {
    connect(options: Record<string, unknown>): void;
    on(event: string, hear: (event: never) => void): void;
    join(channel: string): void;
    say(target: string, words: string): void;
    raw(...words: string[]): void;
    quit(): void;
  }
}
