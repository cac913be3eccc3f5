import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sceneOf } from '@/core/demoScenes';
import { signedIn } from '../../_server/session';

const file = (name: string) => join(process.env.MORULA_HOME || '.morula', name);

/** Which scene of the demo is open, and which is being made ready. */
export async function GET(): Promise<Response> {
  if (!process.env.MORULA_SCENE) return Response.json({ error: 'This is no demo.' }, { status: 404 });
  try {
    const state = JSON.parse(readFileSync(file('scene.json'), 'utf8')) as object;
    // The supervisor has opened it; whether this process serves it already, it says itself.
    return Response.json({ ...state, serves: process.env.MORULA_SCENE });
  } catch {
    return Response.json({
      scene: process.env.MORULA_SCENE,
      preparing: null,
      failed: null,
      serves: process.env.MORULA_SCENE,
    });
  }
}

/** Jumps to another scene: the supervisor makes it ready and begins the application anew. */
export async function POST(request: Request): Promise<Response> {
  const person = await signedIn();
  if (!process.env.MORULA_SCENE || !person?.demo) return Response.json({ error: 'This is no demo.' }, { status: 404 });
  const body = (await request.json().catch(() => null)) as { scene?: unknown } | null;
  const scene = sceneOf(body?.scene);
  if (!scene) return Response.json({ error: 'The demo has no such scene.' }, { status: 422 });
  writeFileSync(file('scene-wanted'), scene.id);
  return Response.json({ wanted: scene.id }, { status: 202 });
}
