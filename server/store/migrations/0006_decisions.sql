CREATE TABLE "agreement" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"decision_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"name" text NOT NULL,
	"way" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "coil" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"rate_n_per_mm" double precision NOT NULL,
	"free_length_mm" double precision NOT NULL,
	"solid_length_mm" double precision NOT NULL,
	"cost" double precision NOT NULL,
	"lead_days" integer NOT NULL,
	CONSTRAINT "coil_name" UNIQUE("name"),
	CONSTRAINT "coil_length" CHECK ("coil"."solid_length_mm" < "coil"."free_length_mm")
);
--> statement-breakpoint
CREATE TABLE "decision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"option" text NOT NULL,
	"title" text NOT NULL,
	"reason" text NOT NULL,
	"valid_until" date,
	"currency" text NOT NULL,
	"lines" jsonb NOT NULL,
	"tax_percent" double precision NOT NULL,
	"over" jsonb,
	"coils" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "part" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"type_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"axle" text,
	"name" text NOT NULL,
	"number" text NOT NULL,
	"cost" double precision NOT NULL,
	"hours" double precision NOT NULL,
	"pair_hours" double precision,
	"lead_days" integer NOT NULL,
	"life" jsonb
);
--> statement-breakpoint
ALTER TABLE "vehicle" ADD COLUMN "first_used" date;--> statement-breakpoint
ALTER TABLE "agreement" ADD CONSTRAINT "agreement_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement" ADD CONSTRAINT "agreement_decision_id_decision_id_fk" FOREIGN KEY ("decision_id") REFERENCES "public"."decision"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement" ADD CONSTRAINT "agreement_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "decision" ADD CONSTRAINT "decision_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "decision" ADD CONSTRAINT "decision_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part" ADD CONSTRAINT "part_type_id_vehicle_type_id_fk" FOREIGN KEY ("type_id") REFERENCES "public"."vehicle_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "agreement_job" ON "agreement" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "decision_job" ON "decision" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "part_type" ON "part" USING btree ("type_id");