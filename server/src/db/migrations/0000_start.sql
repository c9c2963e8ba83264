CREATE TABLE "lessons" (
	"id" text PRIMARY KEY NOT NULL,
	"pupil_id" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"bay" text NOT NULL,
	"aim" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "pupils" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"about" text NOT NULL,
	"handed" text NOT NULL,
	"stature" real,
	"mass" real,
	"story" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recordings" (
	"id" text PRIMARY KEY NOT NULL,
	"bundle" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "results" (
	"swing_id" text NOT NULL,
	"key" text NOT NULL,
	"result" jsonb NOT NULL,
	CONSTRAINT "results_swing_id_key_pk" PRIMARY KEY("swing_id","key")
);
--> statement-breakpoint
CREATE TABLE "swings" (
	"id" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"recording_id" text NOT NULL,
	"part" integer NOT NULL,
	"number" integer NOT NULL,
	"club" text NOT NULL,
	"club_name" text NOT NULL,
	"device" text NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"source" text NOT NULL,
	"file" text,
	"starred" boolean DEFAULT false NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"marks" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "lessons" ADD CONSTRAINT "lessons_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "results" ADD CONSTRAINT "results_swing_id_swings_id_fk" FOREIGN KEY ("swing_id") REFERENCES "public"."swings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "swings" ADD CONSTRAINT "swings_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "swings" ADD CONSTRAINT "swings_recording_id_recordings_id_fk" FOREIGN KEY ("recording_id") REFERENCES "public"."recordings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "swings_of_lesson" ON "swings" USING btree ("lesson_id","number");