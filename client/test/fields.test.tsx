import { fireEvent, render, screen } from '@testing-library/react-native';
import { useState } from 'react';
import { Rect } from 'react-native-svg';
import { Choice } from '~/ui/Choice';
import { JarDrawing, jarFor } from '~/ui/JarDrawing';
import { QuantityField } from '~/ui/QuantityField';
import { Slider } from '~/ui/Slider';
import { nutLook } from '~/ui/nutLook';
import { NUT_TABLE } from '@humble-churn/core';

describe('a number field', () => {
  const taken: number[] = [];

  function Field({ refuse }: { refuse?: string }) {
    const [value, setValue] = useState(250);
    return (
      <QuantityField
        label="Milk"
        unit="mL"
        shown={String(value)}
        onNumber={(next) => {
          if (refuse !== undefined) return refuse;
          taken.push(next);
          setValue(next);
          return null;
        }}
      />
    );
  }

  beforeEach(() => {
    taken.length = 0;
  });

  const input = () => screen.getByDisplayValue(/.*/);

  test.each([
    ['1 1/2', 1.5],
    ['2,5', 2.5],
    ['¾', 0.75],
  ])('takes “%s” as %d', (text, value) => {
    render(<Field />);
    fireEvent.changeText(input(), text);
    expect(taken).toEqual([value]);
  });

  test('keeps what it cannot read where it was typed, with the reason, and nothing is taken', () => {
    render(<Field />);
    fireEvent.changeText(input(), 'a jarful');
    expect(taken).toEqual([]);
    expect(screen.getByText(/This is not a number/)).toBeTruthy();
    fireEvent(input(), 'blur');
    expect(input().props['value']).toBe('a jarful');
    fireEvent.changeText(input(), '300');
    expect(screen.queryByText(/This is not a number/)).toBeNull();
    expect(taken).toEqual([300]);
  });

  test('writes a taken number the kitchen’s way once left', () => {
    render(<Field />);
    fireEvent.changeText(input(), '1 1/2');
    expect(input().props['value']).toBe('1 1/2');
    fireEvent(input(), 'blur');
    expect(input().props['value']).toBe('1.5');
  });

  test('says why a number is not taken', () => {
    render(<Field refuse="Too much for this jug." />);
    fireEvent.changeText(input(), '99999');
    expect(screen.getByText('Too much for this jug.')).toBeTruthy();
    expect(taken).toEqual([]);
  });

  test('tells its owner that what stands there is no number, so that the last one does not pass for it', () => {
    const heard: string[] = [];
    render(
      <QuantityField
        label="Milk"
        unit="mL"
        shown=""
        onNumber={(value) => {
          heard.push(String(value));
          return value > 900 ? 'Too much.' : null;
        }}
        onEmpty={() => heard.push('empty')}
        onTrouble={() => heard.push('trouble')}
      />,
    );
    for (const text of ['500', '500x', '950', '', '1,250']) fireEvent.changeText(input(), text);
    expect(heard).toEqual(['500', 'trouble', '950', 'trouble', 'empty', 'trouble']);
  });

  test('an empty field asks for a number', () => {
    render(<Field />);
    fireEvent.changeText(input(), '');
    expect(screen.getByText(/Type a number/)).toBeTruthy();
  });
});

describe('a group of choices', () => {
  const options = [
    { value: 'bag', label: 'Fine bag' },
    { value: 'muslin', label: 'Muslin', disabled: true },
    { value: 'sieve', label: 'Sieve' },
  ];

  function Group({ onChange = () => undefined }: { onChange?: (value: string) => void }) {
    const [value, setValue] = useState<string | null>('bag');
    return (
      <Choice
        label="Strainer"
        options={options}
        value={value}
        onChange={(next) => {
          setValue(next);
          onChange(next);
        }}
      />
    );
  }

  test('says which one is chosen, and moves when another is pressed', () => {
    render(<Group />);
    const checked = () =>
      screen
        .getAllByRole('radio')
        .map((radio) => Boolean(radio.props['aria-checked'] ?? radio.props['accessibilityState']?.checked));
    expect(checked()).toEqual([true, false, false]);
    fireEvent.press(screen.getByText('Sieve'));
    expect(checked()).toEqual([false, false, true]);
  });

  test('arrow keys pass over what cannot be chosen, and go round', () => {
    const seen: string[] = [];
    render(<Group onChange={(value) => seen.push(value)} />);
    const [bag, , sieve] = screen.getAllByRole('radio');
    const key = (name: string) => ({ key: name, preventDefault: () => undefined });
    if (!bag || !sieve) throw new Error('three radios');
    fireEvent(bag, 'keyDown', key('ArrowRight'));
    fireEvent(sieve, 'keyDown', key('ArrowRight'));
    fireEvent(bag, 'keyDown', key('ArrowLeft'));
    fireEvent(bag, 'keyDown', key(' '));
    expect(seen).toEqual(['sieve', 'bag', 'sieve', 'bag']);
  });

  test('nothing happens on a choice that is closed', () => {
    const seen: string[] = [];
    render(<Group onChange={(value) => seen.push(value)} />);
    fireEvent.press(screen.getByText('Muslin'));
    expect(seen).toEqual([]);
  });
});

describe('a slider', () => {
  test('moves by its step, by ten, to its ends, and never past them', () => {
    const seen: number[] = [];
    function Hours() {
      const [value, setValue] = useState(10);
      return (
        <Slider
          label="Hours"
          value={value}
          min={0.5}
          max={12}
          step={0.5}
          valueWords={`${value} h`}
          onChange={(next) => {
            seen.push(next);
            setValue(next);
          }}
        />
      );
    }
    render(<Hours />);
    const slider = screen.getByLabelText('Hours');
    for (const key of ['ArrowRight', 'ArrowLeft', 'PageUp', 'Home', 'ArrowLeft', 'End', 'x']) {
      fireEvent(slider, 'keyDown', { key, preventDefault: () => undefined });
    }
    expect(seen).toEqual([10.5, 10, 12, 0.5, 0.5, 12]);
  });
});

describe('the jar', () => {
  const jar = (waterMl: number) => (
    <JarDrawing
      width={100}
      height={150}
      capacityMl={1500}
      scale
      layers={[
        { what: 'nuts', volumeMl: 180, ingredient: 'almond' },
        { what: 'water', volumeMl: waterMl },
      ]}
      mark={{ volumeMl: 930, words: 'milk' }}
      words="A jar of almonds and water"
    />
  );

  /** Heights of the layers as drawn, from the bottom up. */
  const heights = (): number[] =>
    screen
      .UNSAFE_getAllByType(Rect)
      .filter((rect) => rect.props['x'] === 10)
      .map((rect) => Number(rect.props['height']));

  test('draws its layers to one scale', () => {
    render(jar(946));
    const [nuts, water] = heights();
    expect((water ?? 0) / (nuts ?? 1)).toBeCloseTo(946 / 180, 6);
  });

  test('says in words what it shows', () => {
    render(jar(946));
    expect(screen.getByLabelText('A jar of almonds and water')).toBeTruthy();
  });

  test('the next usual jar holds it', () => {
    expect(jarFor(1126)).toBe(1500);
    expect(jarFor(1500)).toBe(1500);
    expect(jarFor(90)).toBe(250);
    expect(jarFor(99_000)).toBe(99_000);
  });
});

test('no two nuts look alike, by texture and tint together', () => {
  const looks = NUT_TABLE.map((row) => {
    const { ground, mark, motif } = nutLook(row.key);
    return `${ground} ${mark} ${motif.toString()}`;
  });
  expect(new Set(looks).size).toBe(NUT_TABLE.length);
});
