import { describe, expect, it } from 'vitest';
import { beamsOf, valuesOf } from './values';

/** 4/4 in beats, two bars; 6/8 in its two groups. */
const four = { starts: [0, 960, 1920, 2880, 3840, 4800, 5760, 6720], barTicks: 3840 };
const six = { starts: [0, 1440], barTicks: 2880 };
const heads = (ats: number[], spans = four) => [...valuesOf(ats, spans).values()].map(({ head, flags }) => `${head} ${flags}`);

describe('the note values of a row', () => {
  it('last to its next hit, and no longer than the bar', () => {
    expect(heads([0, 1920])).toEqual(['hollow 0', 'hollow 0']);
    expect(heads([960, 2880]), 'the backbeat').toEqual(['hollow 0', 'full 0']);
    expect(heads([0])).toEqual(['hollow 0']);
    expect(heads([0, 480, 960, 1440])).toEqual(['full 1', 'full 1', 'full 1', 'full 1']);
    expect(heads([0, 2880])).toEqual(['hollow. 0', 'full 0']);
    expect(heads([0, 720, 960])).toEqual(['full. 1', 'full 2', 'hollow. 0']);
  });

  it('end with the beat where a hit is off it', () => {
    expect(heads([480, 1440, 2400, 3360]), 'offbeats are eighths').toEqual(['full 1', 'full 1', 'full 1', 'full 1']);
    expect(heads([720])).toEqual(['full 2']);
  });

  it('are triplets and thirty-seconds where they stand so', () => {
    const triplets = valuesOf([0, 320, 640], four);
    expect([...triplets.values()].map(({ triplet, flags }) => [triplet, flags])).toEqual([
      [true, 1],
      [true, 1],
      [true, 1],
    ]);
    expect(heads([0, 120, 240])).toEqual(['full 3', 'full 3', 'hollow. 0'].slice(0, 2).concat('full. 1'));
  });

  it('follow the groups of six eighths', () => {
    expect(heads([0, 480, 960, 1440], six)).toEqual(['full 1', 'full 1', 'full 1', 'full. 0']);
  });
});

describe('beams', () => {
  it('join what stands in one beat, level by level', () => {
    const { beams, flagged } = beamsOf(valuesOf([0, 480, 720, 960, 2880 + 480], four));
    expect(beams).toEqual([
      { level: 1, from: 0, to: 480 },
      { level: 1, from: 480, to: 720 },
      { level: 2, from: 480, to: 720 },
    ]);
    expect(flagged, 'alone in its beat').toEqual([3360]);
  });

  it('have a stub where a sixteenth stands beside a dotted eighth', () => {
    expect(beamsOf(valuesOf([0, 720], four)).beams).toEqual([
      { level: 1, from: 0, to: 720 },
      { level: 2, at: 720, stub: -1 },
    ]);
  });

  it('carry one sign for each triplet', () => {
    expect(beamsOf(valuesOf([0, 320, 640, 960, 1280, 1600], four)).triplets).toEqual([
      [0, 640],
      [960, 1600],
    ]);
  });
});
