import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Course } from '../model/document';
import { PlanSession } from '../model/session.svelte';
import { FakeServer } from '../testing/fakeServer';
import { courseAt, courseProblem, shortText, valueText } from './course';
import CourseEditor from './CourseEditor.svelte';
import Inspector from './Inspector.svelte';

const FAN: Course = {
  from: 'piece',
  steps: [
    { layer: 1, value: 0 },
    { layer: 3, value: 50 },
    { layer: 5, value: 100 },
  ],
};

let server: FakeServer;
let session: PlanSession;

beforeEach(async () => {
  server = new FakeServer();
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

it('says a course in words', () => {
  expect(valueText(FAN)).toBe('0, 50 from L3, 100 from L5');
  expect(valueText({ ...FAN, ramp: true })).toBe('0 to 50 from L3 to 100 from L5');
  expect(valueText(4)).toBe('4');
});

it('a field shows where a course begins and ends', () => {
  expect(shortText('0 from layer 1, 50 from layer 2, 100 from layer 4')).toBe('0→100');
  expect(shortText('212')).toBe('212');
  expect(shortText('nearest')).toBe('nearest');
});

it('goes by steps or evenly', () => {
  expect([1, 2, 3, 4, 9].map((layer) => courseAt(FAN, layer))).toEqual([0, 0, 50, 50, 100]);
  expect([1, 2, 4].map((layer) => courseAt({ ...FAN, ramp: true }, layer))).toEqual([0, 25, 75]);
});

it('finds steps out of order and values out of range', () => {
  expect(courseProblem(FAN, 0, 100)).toBe('');
  expect(courseProblem(FAN, 0, 99)).toBe('Step 3 needs a value from 0 to 99.');
  const steps = [...FAN.steps, { layer: 4, value: 1 }];
  expect(courseProblem({ steps }, 0, 100)).toContain('Step 4 must begin at a later layer');
});

it('edits a course and hands it over', async () => {
  const onDone = vi.fn();
  render(CourseEditor, { session });
  session.courseTask = { setting: session.setting('fan'), course: FAN, onDone };
  const value = await screen.findByLabelText('Value of step 2');
  await fireEvent.input(value, { target: { value: '40' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Remove step 3' }));
  await fireEvent.click(screen.getByRole('button', { name: 'Step' }));
  await fireEvent.input(screen.getByLabelText('Layer of step 3'), { target: { value: '2' } });
  expect(screen.getByRole('button', { name: 'Set the course' })).toBeDisabled();
  await fireEvent.input(screen.getByLabelText('Layer of step 3'), { target: { value: '8' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Set the course' }));
  expect(onDone).toHaveBeenCalledWith({
    from: 'piece',
    steps: [
      { layer: 1, value: 0 },
      { layer: 3, value: 40 },
      { layer: 8, value: 40 },
    ],
  });
  expect(session.courseTask).toBeUndefined();
});

it('begins a course with the value of the place and sets it there', async () => {
  session.select('tower', 's2');
  render(Inspector, { session, onEqualParts: () => {} });
  await fireEvent.click(screen.getByRole('button', { name: 'Walls over the layers' }));
  expect(session.courseTask?.course.steps).toEqual([{ layer: 1, value: 3 }]);
  session.courseTask?.onDone({ from: 'stratum', steps: [{ layer: 1, value: 5 }] });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({
    action: 'SET',
    setting: 'walls',
    where: { pieces: ['tower'], strata: ['s2'] },
    value: { from: 'stratum', steps: [{ layer: 1, value: 5 }] },
  });
});
