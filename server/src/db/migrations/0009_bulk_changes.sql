CREATE TABLE "bulk_change" (
	"id" text PRIMARY KEY NOT NULL,
	"type_id" text NOT NULL,
	"change" jsonb NOT NULL,
	"takes_back" text,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "bulk_change_takes_back" UNIQUE("takes_back")
);
--> statement-breakpoint
CREATE TABLE "bulk_entry" (
	"bulk_id" text NOT NULL,
	"entry_id" text NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"reason" text,
	"before" jsonb,
	"after" jsonb,
	CONSTRAINT "bulk_entry_pkey" PRIMARY KEY("bulk_id","entry_id")
);
--> statement-breakpoint
ALTER TABLE "bulk_change" ADD CONSTRAINT "bulk_change_takes_back_fkey" FOREIGN KEY ("takes_back") REFERENCES "public"."bulk_change"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bulk_entry" ADD CONSTRAINT "bulk_entry_bulk_id_fkey" FOREIGN KEY ("bulk_id") REFERENCES "public"."bulk_change"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bulk_change_of_type" ON "bulk_change" USING btree ("type_id","created_at");--> statement-breakpoint
CREATE INDEX "bulk_entry_waiting" ON "bulk_entry" USING btree ("bulk_id","entry_id") WHERE "bulk_entry"."state" = 'waiting';