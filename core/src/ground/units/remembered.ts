/** Answers found before: the same question would give the same again. */
export class Remembered<Answer> {
  private readonly answers = new Map<string, Answer>();
  private circumstances = '';

  /** @param most how many are kept, those asked for longest ago let go first */
  constructor(private readonly most = 100) {}

  /** Forgets everything if what all answers depend on has changed. */
  under(circumstances: unknown): this {
    const text = JSON.stringify(circumstances);
    if (text !== this.circumstances) this.answers.clear();
    this.circumstances = text;
    return this;
  }

  /** Whether the answer to a question is known. */
  has(question: unknown): boolean {
    return this.answers.has(JSON.stringify(question));
  }

  /**
   * The answer to a question, found anew only where it was not asked before.
   * @param question plain data with all that the answer depends on: the same content asks the same
   */
  of(question: unknown, find: () => Answer): Answer {
    const key = JSON.stringify(question);
    const answer = this.answers.get(key) ?? find();
    this.answers.delete(key);
    this.answers.set(key, answer);
    if (this.answers.size > this.most) this.answers.delete(this.answers.keys().next().value!);
    return answer;
  }
}
