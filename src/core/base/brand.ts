declare const brand: unique symbol;

/** A number or string that the compiler keeps apart from others of its kind. */
export type Brand<T, Name extends string> = T & { readonly [brand]: Name };
