CREATE TABLE "bays" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
DROP INDEX "swings_of_lesson";--> statement-breakpoint
CREATE INDEX "lessons_of_pupil" ON "lessons" USING btree ("pupil_id","started_at");--> statement-breakpoint
CREATE INDEX "plans_of_lesson" ON "plans" USING btree ("lesson_id");--> statement-breakpoint
-- a number that was given twice: the lesson's swings are counted anew, in their order
UPDATE "swings" SET "number" = counted.n FROM (
  SELECT "id", row_number() OVER (PARTITION BY "lesson_id" ORDER BY "number", "recorded_at", "id") AS n FROM "swings"
  WHERE "lesson_id" IN (SELECT "lesson_id" FROM "swings" GROUP BY "lesson_id", "number" HAVING count(*) > 1)
) AS counted WHERE "swings"."id" = counted."id";--> statement-breakpoint
CREATE UNIQUE INDEX "swing_number_of_lesson" ON "swings" USING btree ("lesson_id","number");--> statement-breakpoint
CREATE INDEX "swings_of_recording" ON "swings" USING btree ("recording_id");