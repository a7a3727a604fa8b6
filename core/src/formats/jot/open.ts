/** The same while it is being read: its fields can be set. */
export type Open<T> = { -readonly [Key in keyof T]: T[Key] };
