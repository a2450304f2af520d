import { fileName } from '../../core/base/index.ts';
import { type ClassPlan, classScore, sectionScore } from '../../core/classroom/index.ts';
import { midiTogether, musicXml } from '../../core/score/index.ts';
import { Button } from '../../ui/button.tsx';
import { download } from '../../ui/download.ts';
import { Menu, MenuAction } from '../../ui/menu.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { engraver, PAPER_SIZES, type PaperSize } from '../../workers/engraver.ts';

const XML = 'application/vnd.recordare.musicxml+xml';

/** What goes out of a class: the set on paper with one click, the score and the parts as files. */
export function ClassFiles({ plan, name }: { plan: ClassPlan; name: string }) {
  const pdf = async (size: PaperSize): Promise<void> => {
    download(fileName(`${name} ${plan.title}`, 'pdf'), await engraver().classPdf(plan, name, size), 'application/pdf');
  };
  const parts = plan.sections.map((section) => ({ name: section.name, study: section.part }));
  return (
    <>
      {(Object.keys(PAPER_SIZES) as PaperSize[]).map((size, place) => (
        <Button key={size} kind={place === 0 ? 'strong' : 'plain'} onClick={() => void pdf(size).catch(sayTrouble)}>
          PDF set, {size}
        </Button>
      ))}
      <Menu trigger={<Button>Files …</Button>}>
        <MenuAction onSelect={() => download(fileName(`${name} score`, 'musicxml'), musicXml(classScore(plan)), XML)}>
          Score, MusicXML
        </MenuAction>
        {plan.sections.map((section) => (
          <MenuAction
            key={section.name}
            onSelect={() =>
              download(fileName(`${name} ${section.name}`, 'musicxml'), musicXml(sectionScore(section)), XML)
            }
          >
            {section.name}, MusicXML
          </MenuAction>
        ))}
        <MenuAction
          onSelect={() => download(fileName(`${name} score`, 'mid'), midiTogether(plan.title, parts), 'audio/midi')}
        >
          All together, MIDI
        </MenuAction>
      </Menu>
    </>
  );
}
