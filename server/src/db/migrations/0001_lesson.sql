CREATE TABLE "devices" (
	"name" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"rate" real NOT NULL,
	"last_seen" timestamp with time zone NOT NULL,
	"health" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "films" (
	"id" text PRIMARY KEY NOT NULL,
	"swing_id" text NOT NULL,
	"angle" text NOT NULL,
	"mime" text NOT NULL,
	"size" integer NOT NULL,
	"duration" real NOT NULL,
	"aspect" real NOT NULL,
	"frame_rate" real NOT NULL,
	"impact" double precision,
	"impact_by" text,
	"from" text NOT NULL,
	"lines" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "house" (
	"key" text PRIMARY KEY NOT NULL,
	"value" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shots" (
	"id" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"swing_id" text,
	"at" timestamp with time zone NOT NULL,
	"source" text NOT NULL,
	"from" text NOT NULL,
	"values" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "measure" text;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "footwear" text DEFAULT 'golf shoes' NOT NULL;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "homework" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "notes" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "next_visit" text;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "pain_before" integer;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "pain_after" integer;--> statement-breakpoint
ALTER TABLE "lessons" ADD COLUMN "set_up" jsonb;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "profile" jsonb DEFAULT '{"ageBand":null,"clubs":[],"school":null,"injuries":[],"fear":"","limits":"","badShot":"","toldBefore":"","otherSports":"","cueWords":"","bodyScreen":"","consent":null,"notes":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "swings" ADD COLUMN "kind" text DEFAULT 'full' NOT NULL;--> statement-breakpoint
ALTER TABLE "swings" ADD COLUMN "tag" text DEFAULT 'ball' NOT NULL;--> statement-breakpoint
ALTER TABLE "swings" ADD COLUMN "intent" text DEFAULT 'stock' NOT NULL;--> statement-breakpoint
ALTER TABLE "swings" ADD COLUMN "felt" real;--> statement-breakpoint
ALTER TABLE "films" ADD CONSTRAINT "films_swing_id_swings_id_fk" FOREIGN KEY ("swing_id") REFERENCES "public"."swings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shots" ADD CONSTRAINT "shots_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shots" ADD CONSTRAINT "shots_swing_id_swings_id_fk" FOREIGN KEY ("swing_id") REFERENCES "public"."swings"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "films_of_swing" ON "films" USING btree ("swing_id");--> statement-breakpoint
CREATE INDEX "shots_of_lesson" ON "shots" USING btree ("lesson_id");--> statement-breakpoint
CREATE INDEX "shots_of_swing" ON "shots" USING btree ("swing_id");