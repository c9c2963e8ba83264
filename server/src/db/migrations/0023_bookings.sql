CREATE TABLE "bookings" (
	"id" text PRIMARY KEY NOT NULL,
	"bay_id" text,
	"coach" text NOT NULL,
	"pupil_id" text,
	"title" text DEFAULT '' NOT NULL,
	"purpose" text DEFAULT 'lesson' NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"state" text DEFAULT 'booked' NOT NULL,
	"aim" text DEFAULT '' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"series" text,
	"uid" text,
	"lesson_id" text,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_bay_id_bays_id_fk" FOREIGN KEY ("bay_id") REFERENCES "public"."bays"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bookings_by_time" ON "bookings" USING btree ("starts_at");--> statement-breakpoint
CREATE INDEX "bookings_of_pupil" ON "bookings" USING btree ("pupil_id","starts_at");--> statement-breakpoint
CREATE UNIQUE INDEX "booking_from_calendar" ON "bookings" USING btree ("uid");--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "booking_ends_after_it_begins" CHECK ("ends_at" > "starts_at");
--> statement-breakpoint
-- A text has no GiST operators without an extension; a range of one number has. Two ids with one hash (1 in 4,000
-- million) would keep each other out, and never let two in.
ALTER TABLE "bookings" ADD CONSTRAINT "one_booking_in_a_bay" EXCLUDE USING gist (
	int8range(hashtext("bay_id")::bigint, hashtext("bay_id")::bigint, '[]') WITH &&,
	tstzrange("starts_at", "ends_at") WITH &&
) WHERE ("bay_id" IS NOT NULL AND "state" IN ('booked', 'begun')) DEFERRABLE INITIALLY IMMEDIATE;
--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "one_booking_of_a_coach" EXCLUDE USING gist (
	int8range(hashtext("coach")::bigint, hashtext("coach")::bigint, '[]') WITH &&,
	tstzrange("starts_at", "ends_at") WITH &&
) WHERE ("state" IN ('booked', 'begun')) DEFERRABLE INITIALLY IMMEDIATE;
--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "one_booking_of_a_pupil" EXCLUDE USING gist (
	int8range(hashtext("pupil_id")::bigint, hashtext("pupil_id")::bigint, '[]') WITH &&,
	tstzrange("starts_at", "ends_at") WITH &&
) WHERE ("pupil_id" IS NOT NULL AND "state" IN ('booked', 'begun')) DEFERRABLE INITIALLY IMMEDIATE;
