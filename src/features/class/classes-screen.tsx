import { useNavigate, Link } from 'react-router';
import { toast } from 'sonner';
import { counted } from '../../core/base/index.ts';
import { classWords, newClass, type ClassRecord } from '../../core/classroom/index.ts';
import { useClasses } from '../../data/classes.ts';
import { newId } from '../../data/library.ts';
import { added, removed } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { Button, buttonLook } from '../../ui/button.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { StorageNotice } from '../../ui/storage-notice.tsx';

/** The classes: one key for a room of several instruments, each. */
export function ClassesScreen() {
  const classes = useClasses();
  const navigate = useNavigate();
  if (classes.error) return <StorageNotice title="The classes cannot be opened" trouble={classes.error} wholePage />;
  if (!classes.data) return <p role="status">Opening the classes …</p>;
  const list = classes.data;
  const add = (): void => {
    const record = newClass(newId(), nameFor(list));
    save([added('classes', record)])
      .then(() => navigate(`/class/${record.id}`))
      .catch(sayTrouble);
  };
  const drop = (record: ClassRecord): void => {
    save([removed('classes', record.id)])
      .then(({ undo }) =>
        toast(`${record.name} is deleted.`, {
          action: { label: 'Undo', onClick: () => void undo().catch(sayTrouble) },
        }),
      )
      .catch(sayTrouble);
  };
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-3xl">Classes</h1>
        <div className="flex flex-wrap items-center gap-2">
          <Link to="/pupils" className={buttonLook('quiet')}>
            Pupils
          </Link>
          <Button kind="strong" onClick={add}>
            Plan a class
          </Button>
        </div>
      </header>
      {list.length === 0 ? (
        <section className="mt-6 max-w-prose">
          <p className="font-serif text-xl">No class is planned yet.</p>
          <p className="mt-2">
            Choose one key for a room of violins, violas, cellos and basses: each section gets a part of its own, with
            its clef, its octaves, its fingers and what to tell it.
          </p>
        </section>
      ) : (
        <ul className="mt-4 border-t-2 border-ink">
          {list.map((record) => (
            <li key={record.id} className="flex flex-wrap items-baseline gap-x-6 border-b border-rule py-2">
              <Link
                to={`/class/${record.id}`}
                className="font-serif text-lg wrap-anywhere underline decoration-rule underline-offset-4 hover:decoration-accent"
              >
                {record.name}
              </Link>
              <span>{classWords(record)}</span>
              <span className="text-faint">
                {counted(record.sections.length, 'section')}
                {playersOf(record) > 0 ? `, ${counted(playersOf(record), 'player')}` : ''}
              </span>
              <Button
                kind="quiet"
                className="ml-auto"
                aria-label={`Delete ${record.name}`}
                onClick={() => drop(record)}
              >
                Delete
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function playersOf({ sections }: ClassRecord): number {
  return sections.reduce((sum, { players }) => sum + players, 0);
}

function nameFor(list: readonly ClassRecord[]): string {
  const taken = new Set(list.map(({ name }) => name));
  for (let number = 1; ; number += 1) {
    const name = number === 1 ? 'My class' : `My class ${number}`;
    if (!taken.has(name)) return name;
  }
}
