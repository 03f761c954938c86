CREATE TABLE "code_reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"from" text NOT NULL,
	"tool" text NOT NULL,
	"codes" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "code_text" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"type_id" uuid NOT NULL,
	"number" text NOT NULL,
	"words" text NOT NULL,
	"points" text,
	"place" text,
	CONSTRAINT "code_text_number" UNIQUE("type_id","number")
);
--> statement-breakpoint
CREATE TABLE "knowledge" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"changes" jsonb NOT NULL,
	"borrowed" jsonb,
	CONSTRAINT "one_knowledge" CHECK ("knowledge"."id" = 1)
);
--> statement-breakpoint
ALTER TABLE "evidence" ADD COLUMN "from" text DEFAULT 'hand' NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "rate" jsonb;--> statement-breakpoint
ALTER TABLE "code_reading" ADD CONSTRAINT "code_reading_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "code_reading" ADD CONSTRAINT "code_reading_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "code_text" ADD CONSTRAINT "code_text_type_id_vehicle_type_id_fk" FOREIGN KEY ("type_id") REFERENCES "public"."vehicle_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "code_reading_job" ON "code_reading" USING btree ("job_id");