CREATE TABLE "command" (
	"id" uuid PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"person_id" uuid NOT NULL,
	"device" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	"base_version" integer,
	"payload" jsonb NOT NULL,
	"fingerprint" text NOT NULL,
	"result" jsonb
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"vehicle_id" uuid NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"opened_by" uuid NOT NULL,
	"closed_at" timestamp with time zone,
	"complaint" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "person_name" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" serial PRIMARY KEY NOT NULL,
	"round_id" uuid NOT NULL,
	"corner" text NOT NULL,
	"lap" smallint NOT NULL,
	"height_mm" double precision NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "reading_height" CHECK ("reading"."height_mm" between 50 and 2000),
	CONSTRAINT "reading_lap" CHECK ("reading"."lap" in (1, 2))
);
--> statement-breakpoint
CREATE TABLE "round" (
	"id" uuid PRIMARY KEY NOT NULL,
	"vehicle_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"purpose" text NOT NULL,
	"level_id" text NOT NULL,
	"level_offset_mm" double precision NOT NULL,
	"method" text NOT NULL,
	"temperature_c" double precision NOT NULL,
	"thermometer" text NOT NULL,
	"rolled_and_bounced" boolean NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"device" text NOT NULL,
	CONSTRAINT "round_time" CHECK ("round"."ended_at" >= "round"."started_at")
);
--> statement-breakpoint
CREATE TABLE "shop" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"units" jsonb NOT NULL,
	CONSTRAINT "one_shop" CHECK ("shop"."id" = 1)
);
--> statement-breakpoint
CREATE TABLE "vehicle" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"type_id" uuid NOT NULL,
	"plate" text NOT NULL,
	"note" text NOT NULL,
	CONSTRAINT "vehicle_plate" UNIQUE("plate")
);
--> statement-breakpoint
CREATE TABLE "vehicle_type" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"source" text NOT NULL,
	"architecture" jsonb NOT NULL,
	"geometry" jsonb NOT NULL,
	CONSTRAINT "vehicle_type_name" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "watch" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"job_id" uuid NOT NULL,
	"state" text NOT NULL,
	"supply_cut" text NOT NULL,
	"minutes_since_run" integer,
	"started_at" timestamp with time zone NOT NULL,
	"planned_end_at" timestamp with time zone NOT NULL,
	"evening_round_id" uuid NOT NULL,
	"morning_round_id" uuid,
	"undisturbed" boolean,
	"finding" jsonb,
	"given_up_reason" text,
	"started_by" uuid NOT NULL,
	CONSTRAINT "watch_time" CHECK ("watch"."planned_end_at" > "watch"."started_at")
);
--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_opened_by_person_id_fk" FOREIGN KEY ("opened_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_round_id_round_id_fk" FOREIGN KEY ("round_id") REFERENCES "public"."round"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round" ADD CONSTRAINT "round_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round" ADD CONSTRAINT "round_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round" ADD CONSTRAINT "round_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vehicle" ADD CONSTRAINT "vehicle_type_id_vehicle_type_id_fk" FOREIGN KEY ("type_id") REFERENCES "public"."vehicle_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watch" ADD CONSTRAINT "watch_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watch" ADD CONSTRAINT "watch_evening_round_id_round_id_fk" FOREIGN KEY ("evening_round_id") REFERENCES "public"."round"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watch" ADD CONSTRAINT "watch_morning_round_id_round_id_fk" FOREIGN KEY ("morning_round_id") REFERENCES "public"."round"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watch" ADD CONSTRAINT "watch_started_by_person_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "command_received" ON "command" USING btree ("received_at");--> statement-breakpoint
CREATE INDEX "job_vehicle" ON "job" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "job_closed" ON "job" USING btree ("closed_at");--> statement-breakpoint
CREATE INDEX "reading_round" ON "reading" USING btree ("round_id");--> statement-breakpoint
CREATE INDEX "round_vehicle" ON "round" USING btree ("vehicle_id","ended_at");--> statement-breakpoint
CREATE INDEX "round_job" ON "round" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "watch_job" ON "watch" USING btree ("job_id");