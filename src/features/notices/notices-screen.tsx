import notices from './notices.json';

interface PackageNotice {
  readonly name: string;
  readonly version: string;
  readonly license: string;
}

/** What this application is made of, and under which licences. */
export function NoticesScreen() {
  return (
    <article className="max-w-prose">
      <h1 className="text-3xl">Licence and notices</h1>
      <p className="mt-3">Step Ladder is free software under the MIT licence.</p>
      <p className="mt-2">
        Scores are engraved by Verovio, under the GNU Lesser General Public License, version 3 or later. It is shipped
        unchanged as a file of its own, so it can be replaced. The Leipzig music font and the Alegreya and Alegreya Sans
        faces are under the SIL Open Font License 1.1.
      </p>
      <p className="mt-2">
        Everything you keep stays in this browser and in the files you export. Nothing is sent anywhere.
      </p>
      <h2 className="mt-6 text-xl">Packages shipped</h2>
      <ul className="mt-2">
        {(notices as readonly PackageNotice[]).map((notice) => (
          <li key={notice.name} className="flex justify-between gap-4 border-b border-rule py-1">
            <span>
              {notice.name} {notice.version}
            </span>
            <span className="text-faint">{notice.license}</span>
          </li>
        ))}
      </ul>
    </article>
  );
}
