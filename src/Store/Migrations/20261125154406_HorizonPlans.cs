using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class HorizonPlans : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Intervals",
                table: "Trailers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.AddColumn<string>(
                name: "MeterNumber",
                table: "Trailers",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Uses",
                table: "Trailers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<Guid>(
                name: "Stamp",
                table: "Standings",
                type: "TEXT",
                nullable: false,
                defaultValue: new Guid("00000000-0000-0000-0000-000000000000"));

            migrationBuilder.AddColumn<string>(
                name: "Costs",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{\"callIn\":90,\"ratePerHour\":96}'");

            migrationBuilder.AddColumn<string>(
                name: "Hours",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.AddColumn<string>(
                name: "Intervals",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.AddColumn<DateOnly>(
                name: "KeptSince",
                table: "Settings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "MeterFeedAt",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Reminder",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "{\"subject\":\"[trailer]: [day] at [shop]\",\"body\":\"Good day [customer],\\n\\n[trailer] is expected at [shop] on [day].\\n\\nWhat we will do: [what].\\nWhy now: [why].\\nHow long it takes: [how long].\\nAbout how much: [how much]. What is found on the way is told before it is done.\\n\\nIf that day does not suit, a word from you is enough.\\n\\n[shop]\"}");

            migrationBuilder.AddColumn<string>(
                name: "Uses",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.AddColumn<int>(
                name: "Times",
                table: "MeterEntries",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "Busy",
                table: "Customers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<string>(
                name: "Intervals",
                table: "Customers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.CreateTable(
                name: "Bookings",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    TrailerId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Tasks = table.Column<string>(type: "TEXT", nullable: false),
                    Jobs = table.Column<string>(type: "TEXT", nullable: false),
                    What = table.Column<string>(type: "TEXT", nullable: false),
                    Why = table.Column<string>(type: "TEXT", nullable: false),
                    Minutes = table.Column<decimal>(type: "TEXT", nullable: false),
                    Price = table.Column<decimal>(type: "TEXT", nullable: false),
                    Sequence = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    ChangedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false),
                    CalledOffAt = table.Column<long>(type: "INTEGER", nullable: true),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Bookings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Bookings_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Bookings_Trailers_TrailerId",
                        column: x => x.TrailerId,
                        principalTable: "Trailers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Bookings_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id");
                });

            migrationBuilder.CreateTable(
                name: "CalendarFeeds",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Secret = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Of = table.Column<Guid>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    WithdrawnAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_CalendarFeeds", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Decisions",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    TrailerId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Tasks = table.Column<string>(type: "TEXT", nullable: false),
                    To = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    From = table.Column<DateOnly>(type: "TEXT", nullable: true),
                    BookingId = table.Column<Guid>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false),
                    UndoneAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Decisions", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Decisions_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Decisions_Trailers_TrailerId",
                        column: x => x.TrailerId,
                        principalTable: "Trailers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "DoubtedReadings",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    TrailerId = table.Column<Guid>(type: "TEXT", nullable: true),
                    MeterNumber = table.Column<string>(type: "TEXT", nullable: false),
                    On = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Typed = table.Column<string>(type: "TEXT", nullable: false),
                    Distance = table.Column<decimal>(type: "TEXT", nullable: false),
                    Why = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    SettledAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Taken = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DoubtedReadings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_DoubtedReadings_Trailers_TrailerId",
                        column: x => x.TrailerId,
                        principalTable: "Trailers",
                        principalColumn: "Id");
                });

            migrationBuilder.CreateTable(
                name: "Reminders",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    BookingId = table.Column<Guid>(type: "TEXT", nullable: false),
                    To = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Body = table.Column<string>(type: "TEXT", nullable: false),
                    SentAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Failed = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Reminders", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Reminders_Bookings_BookingId",
                        column: x => x.BookingId,
                        principalTable: "Bookings",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_Reminders_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Bookings_Day",
                table: "Bookings",
                column: "Day");

            migrationBuilder.CreateIndex(
                name: "IX_Bookings_PersonId",
                table: "Bookings",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_Bookings_TrailerId",
                table: "Bookings",
                column: "TrailerId");

            migrationBuilder.CreateIndex(
                name: "IX_Bookings_VisitId",
                table: "Bookings",
                column: "VisitId");

            migrationBuilder.CreateIndex(
                name: "IX_CalendarFeeds_Secret",
                table: "CalendarFeeds",
                column: "Secret",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_PersonId",
                table: "Decisions",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_Decisions_TrailerId",
                table: "Decisions",
                column: "TrailerId");

            migrationBuilder.CreateIndex(
                name: "IX_DoubtedReadings_TrailerId",
                table: "DoubtedReadings",
                column: "TrailerId");

            migrationBuilder.CreateIndex(
                name: "IX_Reminders_BookingId",
                table: "Reminders",
                column: "BookingId");

            migrationBuilder.CreateIndex(
                name: "IX_Reminders_PersonId",
                table: "Reminders",
                column: "PersonId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "CalendarFeeds");

            migrationBuilder.DropTable(
                name: "Decisions");

            migrationBuilder.DropTable(
                name: "DoubtedReadings");

            migrationBuilder.DropTable(
                name: "Reminders");

            migrationBuilder.DropTable(
                name: "Bookings");

            migrationBuilder.DropColumn(
                name: "Intervals",
                table: "Trailers");

            migrationBuilder.DropColumn(
                name: "MeterNumber",
                table: "Trailers");

            migrationBuilder.DropColumn(
                name: "Uses",
                table: "Trailers");

            migrationBuilder.DropColumn(
                name: "Stamp",
                table: "Standings");

            migrationBuilder.DropColumn(
                name: "Costs",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Hours",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Intervals",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "KeptSince",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "MeterFeedAt",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Reminder",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Uses",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Times",
                table: "MeterEntries");

            migrationBuilder.DropColumn(
                name: "Busy",
                table: "Customers");

            migrationBuilder.DropColumn(
                name: "Intervals",
                table: "Customers");
        }
    }
}
