using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class Today : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<TimeOnly>(
                name: "PickUpAt",
                table: "Visits",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateOnly>(
                name: "PickUpOn",
                table: "Visits",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Said",
                table: "Visits",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Standing",
                table: "Visits",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'Working'");

            migrationBuilder.AddColumn<long>(
                name: "StandsSince",
                table: "Visits",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "WaitsFor",
                table: "Visits",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Skills",
                table: "People",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<TimeOnly>(
                name: "DropOffAt",
                table: "Bookings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<TimeOnly>(
                name: "PickUpAt",
                table: "Bookings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateOnly>(
                name: "PickUpOn",
                table: "Bookings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Absences",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    From = table.Column<TimeOnly>(type: "TEXT", nullable: false),
                    To = table.Column<TimeOnly>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Absences", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Absences_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "BoardDays",
                columns: table => new
                {
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BoardDays", x => x.Day);
                });

            migrationBuilder.CreateTable(
                name: "BoardSlots",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Day = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Bay = table.Column<int>(type: "INTEGER", nullable: false),
                    StartsAt = table.Column<TimeOnly>(type: "TEXT", nullable: false),
                    People = table.Column<string>(type: "TEXT", nullable: false),
                    Pinned = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BoardSlots", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Absences_Day",
                table: "Absences",
                column: "Day");

            migrationBuilder.CreateIndex(
                name: "IX_Absences_PersonId",
                table: "Absences",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_BoardSlots_Day",
                table: "BoardSlots",
                column: "Day");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Absences");

            migrationBuilder.DropTable(
                name: "BoardDays");

            migrationBuilder.DropTable(
                name: "BoardSlots");

            migrationBuilder.DropColumn(
                name: "PickUpAt",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "PickUpOn",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "Said",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "Standing",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "StandsSince",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "WaitsFor",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "Skills",
                table: "People");

            migrationBuilder.DropColumn(
                name: "DropOffAt",
                table: "Bookings");

            migrationBuilder.DropColumn(
                name: "PickUpAt",
                table: "Bookings");

            migrationBuilder.DropColumn(
                name: "PickUpOn",
                table: "Bookings");
        }
    }
}
