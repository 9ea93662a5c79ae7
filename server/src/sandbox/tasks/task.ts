/** What a task may use of its process. */
export interface TaskContext {
  /** What was sent to be kept under a key. */
  kept(key: string): unknown;
}

/** Work with what people wrote, done in a child process. */
export interface TaskRunner<Task, Result> {
  /** @throws what the child tells from its own faults: see `failureFrom` */
  run(task: Task, context: TaskContext): Promise<Result> | Result;
}
