CREATE TABLE "value_change" (
	"id" text PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"fields" jsonb NOT NULL,
	"total" integer NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"at" jsonb,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "value_note" (
	"change_id" text NOT NULL,
	"holder" text NOT NULL,
	"holder_id" text NOT NULL,
	"root_id" text NOT NULL,
	"before" jsonb NOT NULL,
	"after" jsonb,
	CONSTRAINT "value_note_pkey" PRIMARY KEY("change_id","holder","holder_id","root_id")
);
--> statement-breakpoint
ALTER TABLE "value_note" ADD CONSTRAINT "value_note_change_id_fkey" FOREIGN KEY ("change_id") REFERENCES "public"."value_change"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "value_change_revision" ON "value_change" USING btree ("revision");--> statement-breakpoint
CREATE INDEX "value_change_running" ON "value_change" USING btree ("created_at") WHERE "value_change"."at" IS NOT NULL;