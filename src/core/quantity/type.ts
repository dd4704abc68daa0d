import {
  Array as ArrayOf,
  Boolean as BooleanType,
  Integer,
  Literal,
  Null,
  Number as NumberType,
  Object as ObjectOf,
  Optional,
  String as StringType,
  Union,
  Unsafe,
} from '@sinclair/typebox';

/** The makers of schemas that Integra uses, and none besides: a browser gets no others of the package. */
export const Type = {
  Array: ArrayOf,
  Boolean: BooleanType,
  Integer,
  Literal,
  Null,
  Number: NumberType,
  Object: ObjectOf,
  Optional,
  String: StringType,
  Union,
  Unsafe,
};
