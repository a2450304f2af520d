import { By } from 'selenium-webdriver';
import { afterEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

describe('a microphone that is not available', () => {
  let stage: Stage;
  afterEach(() => stage.close());

  it('is refused in words, with the other doors open', async () => {
    stage = await Stage.open({ microphone: 'refused' });
    await stage.go('/studies/new?instrument=cello&tonic=D&octaves=1');
    await stage.score();
    await stage.room('Sound');
    await stage.click('Listen');
    await stage.sees('The microphone is not allowed on this page. Allow it beside the address and try again');
    await stage.click('Leave');
    await stage.room('Sound');
    await stage.click('Let an invented pupil play');
    await stage.sees('The invented pupil: ');
  });

  it('is missed in words when none is connected', async () => {
    stage = await Stage.open();
    await stage.go('/studies/new?instrument=cello&tonic=D&octaves=1');
    await stage.score();
    await stage.driver.executeScript(
      "navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('x', 'NotFoundError'))",
    );
    await stage.room('Sound');
    await stage.click('Listen');
    await stage.sees('No microphone is connected. Connect one and try again');
    await stage.click('Stop listening');
    await stage.click('Listen');
    await stage.sees('No microphone is connected');
  });

  it('is reported in the tuner, which offers nothing it does not have, and when the microphone is pulled out', async () => {
    stage = await Stage.open();
    await stage.go('/tuning');
    await stage.driver.executeScript(
      "navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('x', 'NotAllowedError'))",
    );
    await stage.click('Listen');
    await stage.sees('The microphone is not allowed on this page. Allow it beside the address and try again.');
    expect(await stage.text(By.css('[aria-label="Tuner"]'))).not.toMatch(/recording|invented|other door/i);
    await stage.driver.executeScript(
      `navigator.mediaDevices.getUserMedia = async () => {
        const audio = new AudioContext();
        const tone = audio.createOscillator();
        const out = audio.createMediaStreamDestination();
        tone.connect(out);
        tone.start();
        [window.track] = out.stream.getAudioTracks();
        return out.stream;
      };`,
    );
    await stage.click('Listen');
    await stage.sees('Nothing leaves this machine; the sound is not kept.');
    await stage.driver.executeScript(`window.track.dispatchEvent(new Event('ended'));`);
    await stage.sees('The microphone is gone: it was unplugged, or is no longer allowed. Connect it and listen again.');
    await stage.click('Listen');
    await stage.sees('Nothing leaves this machine; the sound is not kept.');
  });
});
