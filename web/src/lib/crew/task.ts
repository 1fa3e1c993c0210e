import { api, got, type Schemas } from '../api/client';

type Saying = Partial<Schemas['TaskSaying']> & { kind: Schemas['TaskSaying']['kind'] };

/** Says the same of tasks of a shot, of all or of none; sent twice by the same hand it counts once. */
export async function sayOfTasks(
  production: string,
  shot: string,
  tasks: string[],
  what: Saying,
): Promise<void> {
  await got(
    api.POST('/api/productions/{production}/shots/{shot}/task-words', {
      params: { path: { production, shot } },
      body: {
        sayings: tasks.map(
          (task) => ({ id: crypto.randomUUID(), task, words: '', ...what }) as Schemas['TaskSaying'],
        ),
      },
    }),
  );
}
