import type { Stage } from '../tests/e2e/stage.ts';

/** A key as the browser's own tools press it. */
export interface PressedKey {
  readonly key: string;
  readonly text?: string;
  readonly windowsVirtualKeyCode?: number;
}

export const HOME: PressedKey = { key: 'Home', windowsVirtualKeyCode: 36 };
export const RIGHT: PressedKey = { key: 'ArrowRight', windowsVirtualKeyCode: 39 };
export const UP: PressedKey = { key: 'ArrowUp', windowsVirtualKeyCode: 38 };
export const DOWN: PressedKey = { key: 'ArrowDown', windowsVirtualKeyCode: 40 };

/**
 * A page that is pressed and asked by the browser's own tools. A driver of tests looks, for every key and every
 * question, where on the page a thing stands: work on the page's thread that would be counted as the page's.
 */
export class Keys {
  readonly #stage: Stage;

  constructor(stage: Stage) {
    this.#stage = stage;
  }

  async press({ text, ...key }: PressedKey): Promise<void> {
    await this.#stage.devTools('Input.dispatchKeyEvent', { type: text ? 'keyDown' : 'rawKeyDown', text, ...key });
    await this.#stage.devTools('Input.dispatchKeyEvent', { type: 'keyUp', ...key });
  }

  /** What an expression comes to on the page, its promise awaited. */
  async run<Value = void>(expression: string): Promise<Value> {
    const answer = await this.#stage.driver.sendAndGetDevToolsCommand('Runtime.evaluate', {
      expression,
      awaitPromise: true,
      returnByValue: true,
    });
    return (answer as unknown as { result: { value: Value } }).result.value;
  }

  /** @param milliseconds the page is left alone. */
  async rest(milliseconds: number): Promise<void> {
    await this.run(`new Promise((done) => setTimeout(done, ${milliseconds}))`);
  }

  async focus(selector: string): Promise<void> {
    await this.run(`document.querySelector(${JSON.stringify(selector)}).focus()`);
  }
}
