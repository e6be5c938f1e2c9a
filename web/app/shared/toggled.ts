/** A list with something taken out where it is in it, and put at its end where it is not. */
export function toggled<Each>(list: readonly Each[], value: Each): readonly Each[] {
  return list.includes(value) ? list.filter(each => each !== value) : [...list, value];
}
