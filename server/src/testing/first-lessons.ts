import { NO_PROFILE } from '@vilko/contract';

/** What is sent to a house that runs by itself, and its answer; throws where it refuses. */
export async function sendTo<T>(url: string, method: 'POST' | 'PUT' | 'PATCH', body: object): Promise<T> {
  const answer = await fetch(url, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${url}: ${answer.status} ${await answer.text()}`);
  return (await answer.json()) as T;
}

/** A new pupil with so many lessons. @returns the lessons' ids */
export async function firstLessons(house: string, n: number): Promise<string[]> {
  const somebody = {
    name: 'Somebody',
    about: '',
    handed: 'right',
    stature: 1.75,
    mass: null,
    story: '',
    profile: NO_PROFILE,
  };
  const { id } = await sendTo<{ readonly id: string }>(`${house}/api/pupils`, 'POST', somebody);
  const lessons: string[] = [];
  for (let i = 0; i < n; i++) {
    const lesson = { aim: 'Test', footwear: 'socks' };
    lessons.push((await sendTo<{ readonly id: string }>(`${house}/api/pupils/${id}/lessons`, 'POST', lesson)).id);
  }
  return lessons;
}
