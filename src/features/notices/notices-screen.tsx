import { BASE } from '../../data/base-path.ts';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { Notice } from '../../ui/notice.tsx';

const Notices = z.array(z.object({ name: z.string(), version: z.string(), license: z.string(), text: z.string() }));

/** What this application is made of, and under which licences; the list is made with the build, of what is in it. */
export function NoticesScreen() {
  const { data, error } = useQuery({
    queryKey: ['notices'],
    queryFn: async () => Notices.parse(await (await fetch(`${BASE}notices.json`)).json()),
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <article className="max-w-prose">
      <h1 className="text-3xl">Licence and notices</h1>
      <p className="mt-3">Step Ladder is free software under the MIT licence.</p>
      <p className="mt-2">
        Scores are engraved by Verovio, under the GNU Lesser General Public License, version 3 or later. It is shipped
        unchanged, in a file of its own; its entry in the list says where its source is and how to replace it. The
        Leipzig music font and the Alegreya and Alegreya Sans faces are under the SIL Open Font License 1.1.
      </p>
      <p className="mt-2">
        Everything you keep stays in this browser and in the files you export. Nothing is sent anywhere.
      </p>
      <h2 className="mt-6 text-xl">Packages shipped</h2>
      <p className="text-sm text-faint">Choose one to read its licence.</p>
      {error ? (
        <Notice tone="trouble" title="The list cannot be read">
          It is made when Step Ladder is built (notices.json). Reload the page to try again.
        </Notice>
      ) : null}
      <ul className="mt-2">
        {data?.map((notice) => (
          <li key={`${notice.name} ${notice.version}`} className="border-b border-rule py-1">
            <details>
              <summary className="flex cursor-pointer justify-between gap-4">
                <span>
                  {notice.name} {notice.version}
                </span>
                <span className="text-faint underline decoration-rule underline-offset-4">{notice.license}</span>
              </summary>
              <p className="mt-1 mb-2 text-sm whitespace-pre-wrap">{notice.text}</p>
            </details>
          </li>
        ))}
      </ul>
    </article>
  );
}
