/**
 * One question for all who ask while an answer is on its way: they get the next answer, so that none is older than its question.
 */
export function askedTogether<T>(ask: () => Promise<T>): () => Promise<T> {
  let running: Promise<void> | undefined;
  let waiting: Promise<T> | undefined;
  const begin = (): Promise<T> => {
    const answer = ask();
    const ended = answer.then(
      () => undefined,
      () => undefined,
    );
    running = ended;
    void ended.then(() => {
      if (running === ended) running = undefined;
    });
    return answer;
  };
  return () => {
    if (running === undefined) return begin();
    waiting ??= running.then(() => {
      waiting = undefined;
      return begin();
    });
    return waiting;
  };
}
