CREATE TABLE "proof_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"seq" serial NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "proof_entry" ADD CONSTRAINT "proof_entry_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proof_entry" ADD CONSTRAINT "proof_entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "proof_entry_job" ON "proof_entry" USING btree ("job_id","seq");