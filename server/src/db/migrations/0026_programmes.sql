CREATE TABLE "followers" (
	"id" text PRIMARY KEY NOT NULL,
	"programme_id" text NOT NULL,
	"pupil_id" text NOT NULL,
	"step" integer DEFAULT 0 NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"ended" text,
	"done" jsonb DEFAULT '[]'::jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "programmes" (
	"id" text PRIMARY KEY NOT NULL,
	"programme" jsonb NOT NULL,
	"added_at" timestamp with time zone NOT NULL,
	"off_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "followers" ADD CONSTRAINT "followers_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "followers_of_pupil" ON "followers" USING btree ("pupil_id");--> statement-breakpoint
CREATE UNIQUE INDEX "one_programme_at_a_time" ON "followers" USING btree ("pupil_id") WHERE ended is null;