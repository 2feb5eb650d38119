import { FONT_IDS, fontsWith, signsLacking } from './index.js';

describe('signs that fonts have', () => {
  it('are known by font, without spaces and joiners, each once', () => {
    expect(signsLacking('label', 'Żółć · Ελλάδα · Привет · שלום · مرحبا · Ngọc · straße')).toEqual([]);
    expect(signsLacking('label', '漢 漢字\u200d🎈')).toEqual(['漢', '字', '🎈']);
    // A letter and its mark are the letter that has it (Unicode Standard Annex #15).
    expect(signsLacking('slab', 'e\u0301')).toEqual([]);
    expect(signsLacking('plain', 'Łódź 12')).toEqual([]);
    expect(signsLacking('plain', 'Ωmega')).toEqual(['Ω']);
  });
  it('say which font to take', () => {
    expect(fontsWith(['Ω', 'λ'])).toEqual(['world']);
    expect(fontsWith(['ש'])).toEqual(['round']);
    expect(fontsWith(['ж', 'A'])).toEqual(['round', 'narrow', 'world', 'script']);
    expect(fontsWith(['漢'])).toEqual([]);
    expect(fontsWith([])).toEqual([...FONT_IDS]);
  });
});
