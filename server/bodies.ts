import 'reflect-metadata';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  validateSync,
} from 'class-validator';
import type { Fault } from '../core/document/faults';
import { examples } from '../core/examples';
import { MOST } from '../core/document/scene';
import { RECIPE_LIMITS, RECIPE_SORTS, type RecipeSort } from '../core/scene/recipes/recipe';
import { ENTRY_LIMITS, type EntrySort } from '../formats/log-entry';
import { Failure } from './failure';

/** Body of a new scene: empty, from an example, or a copy of another. */
export class NewSceneBody {
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(MOST.name) name?: string;
  @IsOptional() @IsIn(examples.map((e) => e.slug)) example?: string;
  @IsOptional() @IsString() @MaxLength(64) copyOf?: string;
  /** The revision of it; the present one where it is left out. */
  @IsOptional() @IsInt() @Min(1) version?: number;
}

export class RenameBody {
  @IsString() @IsNotEmpty() @MaxLength(MOST.name) name!: string;
}

export class VersionNameBody {
  @IsString() @MaxLength(MOST.name) name!: string;
}

export class SaveBody {
  /** Held against the descriptions of its parameters where it is read. */
  @IsObject() scene!: unknown;
}

/** What is written beside a page of the logbook; what is left out stays. */
export class EntryWordsBody {
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(MOST.name) title?: string;
  @IsOptional() @IsString() @MaxLength(ENTRY_LIMITS.note) note?: string;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(ENTRY_LIMITS.tags)
  @IsString({ each: true })
  @MaxLength(ENTRY_LIMITS.tag, { each: true })
  tags?: string[];
}

/** A new page of the logbook. */
export class EntryBody {
  @IsString() @IsNotEmpty() @MaxLength(64) scene!: string;
  @IsString() @IsNotEmpty() @MaxLength(MOST.name) sceneName!: string;
  @IsIn(['trial', 'sounding']) sort!: EntrySort;
  @IsString() @IsNotEmpty() @MaxLength(MOST.name) title!: string;
  @IsString() @MaxLength(ENTRY_LIMITS.note) note!: string;
  @IsArray()
  @ArrayMaxSize(ENTRY_LIMITS.tags)
  @IsString({ each: true })
  @MaxLength(ENTRY_LIMITS.tag, { each: true })
  tags!: string[];
  @IsObject() document!: object;
  /** A PNG in base 64. */
  @IsOptional() @IsString() picture?: string;
}

/** The words of a recipe; those that are left out stay. */
export class RecipeWordsBody {
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(RECIPE_LIMITS.name) name?: string;
  @IsOptional() @IsString() @MaxLength(RECIPE_LIMITS.note) note?: string;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(RECIPE_LIMITS.tags)
  @IsString({ each: true })
  @MaxLength(RECIPE_LIMITS.tag, { each: true })
  tags?: string[];
}

/** A new recipe. Its scene is held against the descriptions of its parameters where it is read. */
export class RecipeBody extends RecipeWordsBody {
  @IsIn(Object.keys(RECIPE_SORTS)) sort!: RecipeSort;
  @IsArray() @ArrayMinSize(3) @ArrayMaxSize(3) @IsNumber({}, { each: true }) about!: number[];
  @IsObject() scene!: object;
  /** A PNG, JPEG or WebP in base 64. */
  @IsOptional() @IsString() picture?: string;
}

/** The fields beside the file of a picture. */
export class PictureBody {
  @IsInt() @Min(1) revision!: number;
}

/** A body of that class, or a Failure with every fault. */
export function bodyOf<T extends object>(type: new () => T, body: unknown): T {
  if (typeof body !== 'object' || body === null || Array.isArray(body))
    throw new Failure(400, [
      {
        code: 'type',
        field: 'body',
        message: 'The body is no object. Use a JSON object.',
        allowed: 'a JSON object',
      },
    ]);
  const instance = new type();
  // Members as they are, whatever they are called; the validator takes those that every object has for known ones.
  const inherited = Object.keys(body).filter((name) => name in Object.prototype);
  if (inherited.length > 0)
    throw new Failure(
      422,
      inherited.map((field) => ({
        code: 'unknown',
        field,
        message: `There is no member “${field}” here.`,
        allowed: 'the members of this body',
      })),
    );
  for (const [name, value] of Object.entries(body))
    Object.defineProperty(instance, name, {
      value: value as unknown,
      enumerable: true,
      writable: true,
      configurable: true,
    });
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  const faults = errors.flatMap(({ property, constraints = {} }) =>
    Object.entries(constraints).map(
      ([code, message]): Fault => ({
        code,
        field: property,
        message: `${message}.`,
        allowed: message.replace(/^\S+ must /, ''),
      }),
    ),
  );
  if (faults.length > 0) throw new Failure(422, faults);
  return instance;
}
