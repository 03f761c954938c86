CREATE TABLE "correction" (
	"id" uuid PRIMARY KEY NOT NULL,
	"reading_id" integer NOT NULL,
	"height_mm" double precision,
	"reason" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "note" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"from" text NOT NULL,
	"title" text NOT NULL,
	"lines" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"type" text NOT NULL,
	"caption" text NOT NULL,
	"picture" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "repair" (
	"id" uuid PRIMARY KEY NOT NULL,
	"vehicle_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"part" text NOT NULL,
	"corners" jsonb NOT NULL,
	"words" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_lap";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "arrival" jsonb;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "load" text DEFAULT 'empty' NOT NULL;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "pads_mm" jsonb;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "reported_mm" jsonb;--> statement-breakpoint
ALTER TABLE "vehicle" ADD COLUMN "vin" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "vehicle" ADD COLUMN "lesson" jsonb;--> statement-breakpoint
ALTER TABLE "vehicle_type" ADD COLUMN "guesses" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "watch" ADD COLUMN "between_round_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "watch" ADD COLUMN "supply_back_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "correction" ADD CONSTRAINT "correction_reading_id_reading_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."reading"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "correction" ADD CONSTRAINT "correction_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "correction_reading" ON "correction" USING btree ("reading_id");--> statement-breakpoint
CREATE INDEX "note_job" ON "note" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "photo_job" ON "photo" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "repair_vehicle" ON "repair" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "job_opened" ON "job" USING btree ("opened_at");--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_lap" CHECK ("reading"."lap" between 1 and 20);