import { askManner, lineName, ruleWords, type Grade } from '../../core/grading/index.ts';

/** What grades ask, line by line, to be read: as many columns as the page has room for. */
export function SyllabusLines({ grades }: { grades: readonly Grade[] }) {
  // A grade keeps to its column; the groups of a single one stand side by side under its name.
  const [section, heading] = grades.length > 1 ? ['break-inside-avoid-column', ''] : ['', '[column-span:all]'];
  return (
    <div className="mt-3 gap-x-10 sm:columns-2 xl:columns-3">
      {grades.map(({ id, name, groups }) => (
        <section key={id} aria-label={name} className={`mb-4 ${section}`}>
          <h2 className={`border-b border-rule text-xl ${heading}`}>{name}</h2>
          {groups.map((group) => (
            <div key={group.id} className="break-inside-avoid">
              <h3 className="mt-1 text-base">
                {group.name} <span className="font-sans font-normal text-faint">{ruleWords(group.rule)}</span>
              </h3>
              <ul>
                {group.items.map((item) => (
                  <li key={item.id} className="py-0.5 leading-snug">
                    {lineName(item)} <span className="text-sm text-faint">{askManner({ item })}</span>
                  </li>
                ))}
                {(group.beyond ?? []).map((words) => (
                  <li key={words} className="py-0.5 leading-snug">
                    {words} <span className="text-sm text-faint">cannot be made here yet</span>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </section>
      ))}
    </div>
  );
}
